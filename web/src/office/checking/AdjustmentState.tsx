import { t } from '../../app/words';
import { MarkedWord } from '../../kit/MarkedWord';

const FILL = {
  PROPOSED: 50,
  POSTED: 100,
  APPROVED: 100,
  REFUSED: 'CROSSED',
  WITHDRAWN: 0,
} as const;

/** How a proposal stands: half for what waits, full for what was done. */
export function AdjustmentState({ state, back }: { state: keyof typeof FILL; back?: boolean }) {
  return (
    <MarkedWord fill={FILL[state]} word={t(back ? 'adjust.reversed' : `adjust.state.${state}`)} />
  );
}
