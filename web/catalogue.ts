import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import type { Plugin } from 'vite';

/** A catalogue of texts: names within names, down to the texts. */
export interface Catalogue {
  [name: string]: string | Catalogue;
}

const START = 'src/main.tsx';
/** What is fetched only by who opens it. */
const APART = 'src/office/';

/** Groups of texts that are named as a whole; see floor/told.ts. */
const WHOLE = ['against.', 'refusal.', 'told.', 'verdict.'];

/** The file that an import of our own names; none for a library. */
function imported(from: string, name: string): string | undefined {
  if (!name.startsWith('.')) {
    return undefined;
  }
  const path = join(dirname(from), name);
  return [path, `${path}.ts`, `${path}.tsx`].find(
    (one) => existsSync(one) && statSync(one).isFile(),
  );
}

/** The sources that are needed without the Office, by following what they import. */
export function sourcesWithoutOffice(root: string): string[] {
  const found = new Set<string>();
  const open = [join(root, START)];
  while (open.length > 0) {
    const file = open.pop()!;
    if (found.has(file) || relative(root, file).startsWith(APART) || !/\.tsx?$/.test(file)) {
      continue;
    }
    found.add(file);
    const names = readFileSync(file, 'utf8').matchAll(/(?:from|import)\s*\(?\s*'([^']+)'/g);
    open.push(...[...names].flatMap(([, name]) => imported(file, name) ?? []));
  }
  return [...found];
}

/**
 * What sources may ask of the catalogue: whole names, and the beginnings of names that go on with
 * something that is only known later.
 */
function asked(sources: readonly string[]): { names: Set<string>; beginnings: string[] } {
  const names = new Set<string>();
  const beginnings: string[] = [...WHOLE];
  for (const file of sources) {
    const text = readFileSync(file, 'utf8');
    for (const [, name] of text.matchAll(/['"]([a-zA-Z][\w-]*(?:\.[\w-]+)*)['"]/g)) {
      names.add(name);
    }
    for (const [, name, more] of text.matchAll(/`([a-zA-Z][\w-]*\.[\w.-]*)(\$\{)?/g)) {
      if (more) {
        beginnings.push(name);
      } else {
        names.add(name);
      }
    }
  }
  return { names, beginnings };
}

/** Divides a catalogue: what is said without the Office, and what only the Office says. */
export function divided(
  catalogue: Catalogue,
  sources: readonly string[],
): { common: Catalogue; office: Catalogue } {
  const { names, beginnings } = asked(sources);
  const isCommon = (name: string) => {
    const one = name.replace(/_(zero|one|two|few|many|other)$/, '');
    return names.has(one) || names.has(name) || beginnings.some((start) => one.startsWith(start));
  };
  const part = (node: Catalogue, under: string, common: boolean): Catalogue =>
    Object.fromEntries(
      Object.entries(node).flatMap(([name, value]): [string, string | Catalogue][] => {
        const path = under + name;
        if (typeof value === 'string') {
          return isCommon(path) === common ? [[name, value]] : [];
        }
        const inner = part(value, `${path}.`, common);
        return Object.keys(inner).length > 0 ? [[name, inner]] : [];
      }),
    );
  return { common: part(catalogue, '', true), office: part(catalogue, '', false) };
}

const VIRTUAL = /^virtual:catalogue\/([a-z]+)\/(common|office)$/;

/** Serves the catalogue of a language in two parts: `virtual:catalogue/en/common` and `…/office`. */
export function catalogueParts(): Plugin {
  let root = '';
  return {
    name: 'catalogue-parts',
    configResolved(config) {
      root = config.root;
    },
    resolveId(id) {
      return VIRTUAL.test(id) ? `\0${id}` : undefined;
    },
    load(id) {
      const [, language, part] = VIRTUAL.exec(id.slice(1)) ?? [];
      if (!id.startsWith('\0') || !language) {
        return undefined;
      }
      const file = resolve(root, `src/app/${language}.json`);
      this.addWatchFile(file);
      const catalogue = JSON.parse(readFileSync(file, 'utf8')) as Catalogue;
      const parts = divided(catalogue, sourcesWithoutOffice(root));
      // Text that is parsed is faster to read than a program that says the same.
      const text = JSON.stringify(parts[part as keyof typeof parts]);
      return `export default JSON.parse(${JSON.stringify(text)})`;
    },
  };
}
