import office from 'virtual:catalogue/en/office';
import i18n from './words';

/** The texts that only the Office says, beside those that are said everywhere. */
i18n.addResourceBundle('en', 'translation', office, true);
