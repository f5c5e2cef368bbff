import Box from '@mui/material/Box';
import { t } from '../../app/words';
import type { Schemas } from '../../api/client';

type State = Schemas['CountRow']['state'];

const STROKES: Record<State, number> = {
  PREPARED: 0,
  COUNTING: 2,
  IN_REVIEW: 4,
  POSTED: 4,
  CANCELLED: 0,
};

/** A state as a word, after a tally that fills as the count goes on and is crossed when posted. */
export function CountState({ state }: { state: State }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <svg width="17" height="11" aria-hidden>
        {[0, 1, 2, 3].map((stroke) => (
          <line
            key={stroke}
            x1={2.5 + 4 * stroke}
            x2={2.5 + 4 * stroke}
            y1="0"
            y2="11"
            stroke="currentColor"
            strokeWidth={stroke < STROKES[state] ? 2 : 0.75}
            strokeDasharray={stroke < STROKES[state] ? undefined : '1.5 1.5'}
          />
        ))}
        {state === 'POSTED' && (
          <line x1="0" y1="10" x2="17" y2="1" stroke="currentColor" strokeWidth="2" />
        )}
      </svg>
      {t(`count.state.${state}`)}
    </Box>
  );
}
