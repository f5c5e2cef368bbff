import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { t } from '../app/words';
import type { Command } from '../api/client';
import { AskWhy } from './AskWhy';
import { Drop } from './Drop';
import { ProblemNote } from './ProblemNote';
import { useSave } from './useSave';
import { whatCan } from './whatCan';

/** Something that may be done with a document, as the server calls it. */
export interface Action<Can extends string> {
  can: Can;
  word: string;
  /** Does it; with the words that were asked for. */
  send?: (command: Command, words: string) => Promise<unknown>;
  /** Or what follows on the page itself. */
  act?: () => void;
  /** What is asked for first. */
  ask?: { label: string; go: string; note?: ReactNode };
  /** Or a form of its own that is shown first. */
  form?: (leave: () => void) => ReactNode;
  /** Whether it is done seldom, and so stands under More. */
  seldom?: boolean;
}

/**
 * What can be done with a document now, the usual next step first; what is asked before it; and what
 * was wrong with it.
 */
export function Actions<Can extends string>({
  can: actions,
  old,
  of,
  children,
}: {
  /** What can be done, as the server says. */
  can: readonly Can[];
  /** What is old once something was done. */
  old: readonly string[];
  of: readonly Action<Can>[];
  /** What stands beside the buttons. */
  children?: ReactNode;
}) {
  const { can, look } = whatCan(actions);
  const [asking, setAsking] = useState<Action<Can>['can'] | null>(null);
  const leave = () => setAsking(null);
  const save = useSave(
    old,
    (command, { action, words }: { action: Action<Can>; words: string }) =>
      action.send!(command, words),
    leave,
  );
  const offered = of.filter((action) => can(action.can));
  const asked = offered.find((action) => action.can === asking);
  const start = (action: Action<Can>) => {
    save.reset();
    if (action.act) {
      action.act();
    } else if (action.ask || action.form) {
      setAsking(action.can);
    } else {
      save.mutate({ action, words: '' });
    }
  };
  const button = (action: Action<Can>) => (
    <Button
      key={action.can}
      variant={action.seldom ? undefined : look(action.can)}
      loading={save.isPending && save.variables.action.can === action.can}
      onClick={() => start(action)}
    >
      {action.word}
    </Button>
  );
  const seldom = offered.filter((action) => action.seldom);
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {offered.filter((action) => !action.seldom).map(button)}
        {children}
        {seldom.length > 0 && (
          <Drop label={t('outbound.more')} variant="outlined">
            {(shut) => (
              <Box onClick={shut} sx={{ display: 'grid' }}>
                {seldom.map(button)}
              </Box>
            )}
          </Drop>
        )}
      </Box>
      {asked?.form?.(leave)}
      {asked?.ask && (
        <AskWhy
          key={asked.can}
          {...asked.ask}
          busy={save.isPending}
          problem={save.error}
          onGo={(words) => save.mutate({ action: asked, words })}
          onLeave={leave}
        >
          {asked.ask.note}
        </AskWhy>
      )}
      {!asked?.ask && <ProblemNote problem={save.error} />}
    </Box>
  );
}
