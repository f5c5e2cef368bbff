import type { Plugin } from 'vite';

const LEFT_OUT = '\0no-theme-with-variables';

/** Leaves out what makes themes of CSS variables: ours has none, and the Floor would fetch it. */
export function withoutThemeVariables(): Plugin {
  return {
    name: 'without-theme-variables',
    apply: 'build',
    enforce: 'pre',
    resolveId: (source, importer) =>
      source.endsWith('/createThemeWithVars.mjs') && importer?.includes('@mui/material/styles')
        ? LEFT_OUT
        : undefined,
    load: (id) =>
      id === LEFT_OUT
        ? 'export default () => { throw new Error("A theme with CSS variables is not built in."); };'
        : undefined,
  };
}
