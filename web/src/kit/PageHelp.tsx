import Box from '@mui/material/Box';
import { createContext, use } from 'react';
import { Link } from 'react-router';
import { t } from '../app/words';
import { Drop } from './Drop';

/** What a page is for, in two sentences, and one thing to do there. */
export interface Help {
  what: string;
  example: string;
  /** The page of the guide that tells of the whole job. */
  guide: string;
}

export const PageHelpContext = createContext<Help | undefined>(undefined);

/** The help of the page that is open, behind its title. */
export function PageHelp() {
  const help = use(PageHelpContext);
  return (
    help && (
      <Drop
        label="?"
        aria-label={t('help.about')}
        variant="outlined"
        size="small"
        sx={{ minWidth: 30, px: 0.5, mr: 0.5 }}
      >
        {(close) => (
          <Box sx={{ maxWidth: 420 }}>
            <Box>{help.what}</Box>
            <Box sx={{ mt: 1 }}>
              <b>{t('help.example')}</b> {help.example}
            </Box>
            <Box sx={{ mt: 1 }}>
              <Link to={`/office/guide/${help.guide}`} onClick={close}>
                {t('help.read')}
              </Link>
            </Box>
          </Box>
        )}
      </Drop>
    )
  );
}
