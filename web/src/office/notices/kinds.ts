import type { Schemas } from '../../api/client';
import { everyOf } from '../../kit/everyOf';

/** What there is to be told. */
export const KINDS = everyOf<Schemas['Notice']['kind']>()([
  'PROPOSALS',
  'RUNNING_OUT',
  'LATE_GOODS',
  'CHANGED_DELIVERY',
  'MENTIONED',
  'LEDGER_DIFFERENCES',
  'BACKGROUND_FAILURE',
  'MAIL_NOT_SENT',
  'NOT_PRINTED',
]);
