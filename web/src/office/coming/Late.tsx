import { t } from '../../app/words';
import { Exception } from '../../kit/columns';

/** By how many days something is late; nothing if it is not. */
export function Late({ days }: { days: number }) {
  return days > 0 ? <Exception>{t('inbound.daysLate', { count: days })}</Exception> : null;
}
