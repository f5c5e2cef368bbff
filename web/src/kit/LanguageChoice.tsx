import { LANGUAGES } from '../app/languages';
import { t } from '../app/words';
import { Choice } from './Choice';

/** In which language papers, labels and letters for someone are written; that of the house else. */
export function LanguageChoice(field: {
  value: string;
  onChange: (language: string) => void;
  error?: boolean;
  helperText?: string;
}) {
  return (
    <Choice
      label={t('places.language')}
      options={[['', t('places.houseLanguage')], ...Object.entries(LANGUAGES)]}
      {...field}
    />
  );
}
