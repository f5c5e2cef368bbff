import { t } from '../../app/words';
import { MarkedWord } from '../../kit/MarkedWord';

const FILL = { EXPECTED: 0, ARRIVING: 50, RECEIVED: 100, CLOSED: 'CROSSED' } as const;

/** How much of an order has come; closed is crossed. */
export function StateWord({ state }: { state: keyof typeof FILL }) {
  return <MarkedWord fill={FILL[state]} word={t(`inbound.state.${state}`)} />;
}
