import type { Verb } from './desks';

/** Where each verb is at home. */
export const DOORS: Record<Verb, string> = {
  MOVE: '/floor/move',
  PUT_AWAY: '/floor/put-away',
  RECEIVE: '/floor/receive',
  SEND: '/floor/send',
  ARRIVE: '/floor/arrive',
  ADJUST: '/floor/adjust',
  PICK: '/floor/pick',
  PACK: '/floor/pack',
  COUNT: '/floor/count',
};
