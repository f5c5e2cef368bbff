import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { divided, sourcesWithoutOffice, type Catalogue } from '../../catalogue';
import en from './en.json';

const ROOT = process.cwd();

/** Every text with its whole name. */
function texts(node: Catalogue, under = ''): string[] {
  return Object.entries(node).flatMap(([name, value]) =>
    typeof value === 'string' ? [`${under}${name} ${value}`] : texts(value, `${under}${name}.`),
  );
}

it('is divided without losing a text or saying one twice', () => {
  const { common, office } = divided(en, sourcesWithoutOffice(ROOT));
  expect([...texts(common), ...texts(office)].sort()).toEqual(texts(en).sort());
});

it('gives the Floor what it says, and leaves to the Office what only that says', () => {
  const { common, office } = divided(en, sourcesWithoutOffice(ROOT));
  const floor = texts(common);
  for (const said of [
    'floor.scanAnything',
    'told.',
    'refusal.',
    'sentence.MOVE',
    'bar.available',
  ]) {
    expect(
      floor.filter((one) => one.startsWith(said)),
      said,
    ).not.toEqual([]);
  }
  expect(texts(office).some((one) => one.startsWith('accuracy.'))).toBe(true);
  expect(floor.some((one) => one.startsWith('accuracy.'))).toBe(false);
  expect(JSON.stringify(common).length).toBeLessThan(JSON.stringify(en).length / 2);
});

it('knows of every text which group it is of', () => {
  // Such a name could not be found by reading the sources; what told.ts says is listed.
  const unknown = sourcesWithoutOffice(ROOT).filter((file) =>
    /\bt\(\s*`\$\{/.test(readFileSync(file, 'utf8')),
  );
  expect(unknown.map((file) => file.slice(ROOT.length + 1))).toEqual([]);
});
