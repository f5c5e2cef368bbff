import Box from '@mui/material/Box';
import { createContext, use } from 'react';
import { t } from '../app/words';
import { Drop } from './Drop';

/** What a page is for, in two sentences, and one thing to do there. */
export interface Help {
  what: string;
  example: string;
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
        {() => (
          <Box sx={{ maxWidth: 420 }}>
            <Box>{help.what}</Box>
            <Box sx={{ mt: 1 }}>
              <b>{t('help.example')}</b> {help.example}
            </Box>
          </Box>
        )}
      </Drop>
    )
  );
}
