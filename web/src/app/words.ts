import i18n, { type ParseKeys } from 'i18next';
import { initReactI18next } from 'react-i18next';
import en from 'virtual:catalogue/en/common';

/** A text of the catalogue, by its name there. */
export type Word = ParseKeys;

/** All interface text stands in one catalogue a language; English is the first. */
void i18n.use(initReactI18next).init({
  resources: { en: { translation: en } },
  lng: 'en',
  fallbackLng: 'en',
  interpolation: { escapeValue: false },
});

/**
 * Says a text of the catalogue, anywhere. In another language the whole application is drawn anew, so
 * no part of it has to listen for that.
 */
export const t = i18n.t;

/** A word of the catalogue within a sentence: small in English, as it is where nouns are not. */
export function within(word: string): string {
  return i18n.language === 'en' ? word.toLowerCase() : word;
}

export default i18n;
