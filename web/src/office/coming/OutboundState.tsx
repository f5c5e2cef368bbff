import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { WayWord } from '../../kit/Way';

export type OutboundStateName = Schemas['OutboundRow']['state'];

const REACHED: Record<OutboundStateName, number> = {
  ACCEPTED: 0,
  SHORT: 0,
  COVERED: 0,
  ALLOCATED: 1,
  PICKING: 2,
  PACKED: 3,
  SHIPPED: 4,
  DONE: 4,
  CANCELLED: 0,
};

export const OUTBOUND_STATES = Object.keys(REACHED) as OutboundStateName[];

/** Whether nothing more of an order is to leave. */
export function ended(state: OutboundStateName) {
  return state === 'SHIPPED' || state === 'DONE' || state === 'CANCELLED';
}

/** How far an outbound order is. */
export function OutboundState({ state }: { state: OutboundStateName }) {
  return <WayWord steps={4} at={REACHED[state]} word={t(`outbound.state.${state}`)} />;
}
