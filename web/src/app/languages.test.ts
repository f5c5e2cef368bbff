// @vitest-environment jsdom
import { afterEach, beforeEach, expect, it } from 'vitest';
import de from './de.json';
import en from './en.json';
import { LANGUAGES, languageFor, speak, speakOfOffice } from './languages';
import { t } from './words';

type Texts = { [name: string]: string | Texts };

function texts(node: Texts, under = ''): [string, string][] {
  return Object.entries(node).flatMap(([name, value]): [string, string][] =>
    typeof value === 'string' ? [[under + name, value]] : texts(value, `${under}${name}.`),
  );
}

/** What stands in for something else: names in braces, tags, and texts within the text. */
function slots(text: string): string[] {
  return (text.match(/\{\{[^}]+\}\}|<\/?\w+\/?>|\$t\([^)]*\)/g) ?? []).sort();
}

beforeEach(() => localStorage.clear());
afterEach(async () => {
  await speak('en');
  localStorage.clear();
});

it('says every text in every language, with the same things put in', () => {
  const german = new Map(texts(de));
  const english = texts(en);
  expect([...german.keys()].sort()).toEqual(english.map(([name]) => name).sort());
  for (const [name, text] of english) {
    expect(slots(german.get(name)!), name).toEqual(slots(text));
    expect(german.get(name)!.trim(), name).not.toBe('');
  }
});

it('leaves hardly a long text as it is in English', () => {
  const german = new Map(texts(de));
  const alike = texts(en).filter(
    ([name, text]) => /[a-z]{3,} [a-z]{3,}/.test(text) && german.get(name) === text,
  );
  expect(alike.map(([name]) => name)).toEqual([]);
});

it('speaks the language that was chosen, that was read here last, or that of the browser', () => {
  expect(languageFor('de')).toBe('de');
  expect(languageFor('')).toBe('en');
  localStorage.setItem('reliquum.language', 'de');
  expect(languageFor('')).toBe('de');
  expect(languageFor('en')).toBe('en');
  expect(languageFor('tlh')).toBe('de');
});

it('says everything anew in another language, the Office as well', async () => {
  await speakOfOffice();
  await speak('de');
  expect(document.documentElement.lang).toBe('de');
  expect(t('save')).toBe('Speichern');
  expect(t('rows', { count: 1 })).toBe('1 Zeile');
  expect(t('rows', { count: 3 })).toBe('3 Zeilen');
  expect(t('accuracy.right')).toBe('Bestands\u00adgenauigkeit');
  await speak('en');
  expect(t('save')).toBe('Save');
});

it('calls each language by its own name', () => {
  expect(Object.values(LANGUAGES)).toEqual(['English', 'Deutsch']);
});
