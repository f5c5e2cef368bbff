import { moveDesk, type MovingVerb } from './desks';
import { useSentence } from './useSentence';

export type { MovingVerb, TransferVerb } from './desks';

/** One person's sentence of such a verb at a site. */
export function useMoveDesk(site: number, verb: MovingVerb) {
  return useSentence(moveDesk(site, verb));
}
