import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useEffect, useState } from 'react';
import { t, type Word } from '../app/words';
import { Code } from '../kit/Code';
import { useSingleKeys } from './OwnChoices';

type Shortcut = readonly [keys: string, word: Word];

const EVERYWHERE: readonly Shortcut[] = [
  ['/   Ctrl K', 'shortcuts.ask'],
  ['Tab', 'shortcuts.next'],
  ['?', 'shortcuts.these'],
];

const IN_A_TABLE: readonly Shortcut[] = [
  ['↑ ↓', 'shortcuts.walk'],
  ['PgUp PgDn', 'shortcuts.page'],
  ['Home End', 'shortcuts.ends'],
  ['Enter', 'shortcuts.open'],
];

const BESIDE_A_PANEL: readonly Shortcut[] = [['Esc', 'shortcuts.close']];

/** Whether someone is typing, so that a key is a letter. */
function typing(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
}

/** The keys that do something on the page as it is: of a table where there is one. */
function ofThePage(): readonly Shortcut[] {
  return [
    ...(document.querySelector('[role=grid]') ? IN_A_TABLE : []),
    ...(document.querySelector('aside') ? BESIDE_A_PANEL : []),
    ...EVERYWHERE,
  ];
}

/** Lists the shortcuts of the page when `?` is pressed. */
export function Shortcuts() {
  const singleKeys = useSingleKeys();
  const [shown, setShown] = useState<readonly Shortcut[]>();
  useEffect(() => {
    const call = (event: KeyboardEvent) => {
      if (singleKeys && event.key === '?' && !typing(event.target)) {
        event.preventDefault();
        setShown(ofThePage());
      }
    };
    window.addEventListener('keydown', call);
    return () => window.removeEventListener('keydown', call);
  }, [singleKeys]);
  const close = () => setShown(undefined);
  return (
    <Dialog
      open={!!shown}
      onClose={close}
      aria-labelledby="shortcuts"
      slotProps={{ paper: { elevation: 0 } }}
    >
      <Box sx={{ p: 2.5, minWidth: 420 }}>
        <Box component="h2" id="shortcuts" sx={{ typography: 'h2', m: 0, mb: 1 }}>
          {t('shortcuts.title')}
        </Box>
        <Box
          component="dl"
          sx={{ m: 0, display: 'grid', gridTemplateColumns: '140px 1fr', rowGap: 1 }}
        >
          {shown?.map(([keys, word]) => (
            <Box key={keys} sx={{ display: 'contents' }}>
              <Box component="dt">
                <Code strong>{keys}</Code>
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {t(word)}
              </Box>
            </Box>
          ))}
        </Box>
        <Button variant="outlined" onClick={close} autoFocus sx={{ mt: 2 }}>
          {t('close')}
        </Button>
      </Box>
    </Dialog>
  );
}
