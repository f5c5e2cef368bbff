import { describe, expect, it } from 'vitest';
import { SPACES } from '../office/pages';
import en from './en.json';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

function sources(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? sources(path) : /\.tsx?$/.test(path) ? [path] : [];
  });
}

function has(key: string): boolean {
  const found = key
    .split('.')
    .reduce<unknown>((node, part) => (node as Record<string, unknown> | undefined)?.[part], en);
  const plural = key.split('.').reduce<unknown>((node, part, i, all) => {
    const name = i === all.length - 1 ? `${part}_other` : part;
    return (node as Record<string, unknown> | undefined)?.[name];
  }, en);
  return typeof found === 'string' || typeof plural === 'string';
}

/** Every text of the catalogue with its key. */
function texts(node: object, under = ''): [string, string][] {
  return Object.entries(node).flatMap(([name, value]: [string, string | object]) =>
    typeof value === 'string' ? [[under + name, value]] : texts(value, `${under}${name}.`),
  );
}

describe('the catalogue of words', () => {
  it('says nothing in a word that was retired for a plainer one', () => {
    const retired = readFileSync('../docs/retired-words.csv', 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(','));
    expect(retired.length).toBeGreaterThan(90);
    const said = (kind: string | undefined, word: string, text: string) =>
      kind === 'label'
        ? text.toLowerCase() === word
        : new RegExp(`(?<![\\w-])${word.replace(/[.*+?()]/g, '\\$&')}(?![\\w-])`, 'i').test(text);
    const faults = texts(en).flatMap(([key, text]) =>
      retired
        .filter(([kind, word]) => said(kind, word ?? '', text))
        .map(([, word]) => `${key}: ${word}`),
    );
    expect(faults).toEqual([]);
  });

  it('has every word that a screen asks for', () => {
    const asked = sources('src').flatMap((path) =>
      [...readFileSync(path, 'utf8').matchAll(/\bt\('([\w.-]+)'/g)].map((match) => match[1]),
    );
    expect(asked.length).toBeGreaterThan(100);
    expect(asked.filter((key) => !has(key))).toEqual([]);
  });

  it('says of every page what it is for', () => {
    const pages = SPACES.flatMap((space) => space.pages).filter((page) => !page.ofOne);
    expect(pages.length).toBeGreaterThan(30);
    expect(
      pages
        .flatMap((page) => [`help.pages.${page.word}.what`, `help.pages.${page.word}.example`])
        .filter((key) => !has(key)),
    ).toEqual([]);
  });

  it('has the name of every table', () => {
    const tables = sources('src/office').flatMap((path) =>
      [
        ...readFileSync(path, 'utf8').matchAll(
          /<(?:TableSpace|CardSpace|Sheet)\b[^>]*?\bname="([\w-]+)"/g,
        ),
      ].map((match) => match[1]),
    );
    expect(tables.length).toBeGreaterThan(20);
    expect(tables.filter((name) => !has(`sheet.${name}`))).toEqual([]);
  });
});
