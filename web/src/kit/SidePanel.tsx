import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useEffectEvent, useRef, useState, type ReactNode, type RefObject } from 'react';
import { useBlocker, type Location } from 'react-router';
import { t } from '../app/words';
import { ProblemNote } from './ProblemNote';
import { SavedContext, useUnsaved } from './unsaved';

/** The page, and what stands open on it. */
function openedAt({ pathname, search }: Location): string {
  return `${pathname} ${new URLSearchParams(search).get('open')}`;
}

/**
 * What was opened from a table, beside it. Escape closes it, and asks first where something was typed
 * that is not saved. Who opened it by a button begins in its first field, or at its heading; who walks
 * a table goes on walking. Where the focus came from it goes back to.
 */
export function SidePanel({
  title,
  over,
  onClose,
  children,
  width = 440,
}: {
  title: ReactNode;
  over?: ReactNode;
  onClose: () => void;
  children: ReactNode;
  width?: number;
}) {
  const panel = useRef<HTMLElement>(null);
  const { isUnsaved, onInput, onSaved } = useUnsaved();
  const [closing, setClosing] = useState(false);
  // Another row, another page and the browser's Back would take what was typed along.
  const going = useBlocker(
    ({ currentLocation, nextLocation }) =>
      !closing && openedAt(currentLocation) !== openedAt(nextLocation) && isUnsaved(),
  );
  useFocusWithin(panel);
  const asking = closing || going.state === 'blocked';
  const stay = () => {
    setClosing(false);
    going.reset?.();
  };
  const go = () => (going.proceed ? going.proceed() : onClose());
  const leave = () => (isUnsaved() ? setClosing(true) : onClose());
  const onEscape = useEffectEvent(leave);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const inDialog = (event.target as HTMLElement).closest?.('[role=dialog],[role=listbox]');
      if (event.key === 'Escape' && !inDialog) {
        onEscape();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return (
    <Box
      component="aside"
      ref={panel}
      aria-label={typeof title === 'string' ? title : t('panel')}
      onInput={onInput}
      sx={{
        width,
        flexShrink: 0,
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        p: 2,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-start', gap: 1, mb: 1 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          {over && <Box sx={{ color: 'text.secondary' }}>{over}</Box>}
          <Box component="h2" tabIndex={-1} sx={{ typography: 'h1', m: 0, outline: 'none' }}>
            {title}
          </Box>
        </Box>
        <Button onClick={leave} aria-label={t('close')} sx={{ px: 1 }}>
          {t('close')}
        </Button>
      </Box>
      {asking && (
        <Box role="alert" sx={{ border: '2px dashed', p: 1.5, mb: 1, display: 'grid', gap: 1 }}>
          {t('unsaved.ask')}
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button variant="contained" autoFocus onClick={stay}>
              {t('unsaved.stay')}
            </Button>
            <Button variant="outlined" onClick={go}>
              {t('unsaved.leave')}
            </Button>
          </Box>
        </Box>
      )}
      <SavedContext value={onSaved}>{children}</SavedContext>
    </Box>
  );
}

/** A panel of which nothing is known yet, or why it will not be. */
export function PanelToCome({
  problem,
  ...panel
}: {
  problem: unknown;
  onClose: () => void;
  width?: number;
}) {
  return (
    <SidePanel title={t('loading')} {...panel}>
      <ProblemNote problem={problem} />
    </SidePanel>
  );
}

/** Takes the focus in as a panel opens, and back as it closes. */
function useFocusWithin(panel: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const before = document.activeElement;
    if (before instanceof HTMLButtonElement) {
      const field = panel.current?.querySelector<HTMLElement>(
        'form :is(input, select, textarea):not(:disabled)',
      );
      (field ?? panel.current?.querySelector('h2'))?.focus();
    }
    const inside = panel.current;
    return () => {
      const now = document.activeElement;
      const lost = now === document.body || inside?.contains(now);
      if (lost && before instanceof HTMLElement && before.isConnected) {
        before.focus();
      }
    };
  }, [panel]);
}

/** A part of a panel, or with a heading of the second rank of a page, under a hairline. */
export function Part({
  title,
  rank = 'h3',
  children,
}: {
  title: ReactNode;
  rank?: 'h2' | 'h3';
  children: ReactNode;
}) {
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 1, mt: 2 }}>
      <Box component={rank} sx={{ typography: 'h2', m: 0, mb: 0.5 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}
