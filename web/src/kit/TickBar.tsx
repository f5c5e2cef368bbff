import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { t } from '../app/words';
import { count } from './format';
import { ProblemNote } from './ProblemNote';
import { type Ticks } from './useTicks';

/** How many rows are ticked, and what can be done with all of them; nothing while none is. */
export function TickBar<T>({
  ticks,
  most,
  children,
}: {
  ticks: Ticks<T>;
  /** With so many it can be done. */
  most: number;
  /** What can be done; told whether it can be now. */
  children: (can: boolean) => ReactNode;
}) {
  const size = ticks.ticked.size;
  if (size === 0 && !ticks.going && ticks.problem === undefined) {
    return null;
  }
  return (
    <Box
      role="group"
      aria-label={t('many.ticked', { count: size, rows: count(size) })}
      sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap', pb: 1 }}
    >
      <Box role="status" sx={{ fontWeight: 700 }}>
        {ticks.going
          ? t('many.ticking', { done: count(ticks.going.done), all: count(ticks.going.all) })
          : t('many.ticked', { count: size, rows: count(size) })}
      </Box>
      {children(size > 0 && size <= most && ticks.going === undefined)}
      <Button onClick={ticks.clear}>{t('many.clear')}</Button>
      {size > most && <Box>{t('many.tooMany', { most: count(most) })}</Box>}
      <ProblemNote problem={ticks.problem} />
    </Box>
  );
}
