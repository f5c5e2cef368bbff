/** A part of the catalogue of a language; see catalogue.ts. */
declare module 'virtual:catalogue/*' {
  const texts: Record<string, unknown>;
  export default texts;
}
