import i18n from './words';

/** The languages of the screens, each by its own name. */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type Language = keyof typeof LANGUAGES;

type Part = 'common' | 'office';

const CATALOGUES: Record<Language, Record<Part, () => Promise<{ default: object }>>> = {
  en: {
    common: () => import('virtual:catalogue/en/common'),
    office: () => import('virtual:catalogue/en/office'),
  },
  de: {
    common: () => import('virtual:catalogue/de/common'),
    office: () => import('virtual:catalogue/de/office'),
  },
};

const KEPT = 'reliquum.language';
const loaded = new Set<string>();
const wanted = new Set<Part>(['common']);

function isLanguage(name: string): name is Language {
  return name in LANGUAGES;
}

/** The language that someone reads: what they have chosen; or what was last read here; or the browser's. */
export function languageFor(chosen: string | undefined): Language {
  const here = [chosen, localStorage.getItem(KEPT), navigator.language.slice(0, 2)];
  return here.find((one): one is Language => !!one && isLanguage(one)) ?? 'en';
}

async function load(language: Language, part: Part) {
  const name = `${language} ${part}`;
  if (!loaded.has(name)) {
    const texts = (await CATALOGUES[language][part]()).default;
    i18n.addResourceBundle(language, 'translation', texts, true);
    loaded.add(name);
  }
}

/** Fetches the texts of a language, and says everything in it from then on. */
export async function speak(language: Language) {
  await Promise.all([...wanted].map((part) => load(language, part)));
  localStorage.setItem(KEPT, language);
  document.documentElement.lang = language;
  await i18n.changeLanguage(language);
}

/** Fetches what only the Office says, in the language that is spoken. */
export async function speakOfOffice() {
  wanted.add('office');
  await load(i18n.language as Language, 'office');
}
