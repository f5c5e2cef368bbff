import Box from '@mui/material/Box';
import { t } from '../../app/words';

type State = 'PROPOSED' | 'POSTED' | 'REFUSED' | 'APPROVED' | 'WITHDRAWN';

const MARK: Record<State, string> = {
  PROPOSED: 'linear-gradient(to right, currentColor 50%, transparent 50%)',
  POSTED: 'currentColor',
  APPROVED: 'currentColor',
  REFUSED: 'linear-gradient(45deg, transparent 42%, currentColor 42% 58%, transparent 58%)',
  WITHDRAWN: 'transparent',
};

/** A state as a word, with a small mark: half for what waits, full for what was done. */
export function AdjustmentState({ state, back }: { state: State; back?: boolean }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <Box
        component="span"
        aria-hidden
        sx={{ width: 9, height: 9, border: '1.5px solid currentColor', background: MARK[state] }}
      />
      {t(back ? 'adjust.reversed' : `adjust.state.${state}`)}
    </Box>
  );
}
