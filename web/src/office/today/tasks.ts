import type { Schemas } from '../../api/client';

export type OpenTask = Schemas['OpenTask'];
export type TaskKind = OpenTask['kind'];
export type Turn = OpenTask['turn'];
type Subject = OpenTask['first'][number];

export const TURNS: readonly Turn[] = ['CONTROL', 'INVENTORY', 'PURCHASING', 'FLOOR'];

/** Where work is done, within the Office. */
interface Place {
  /** The list of all of it. */
  list: string;
  /** How the list is narrowed to a site, if it can be. */
  site?: (site: number) => string;
  /** Where one of it is opened; without it, within the list. */
  one?: (subject: Subject) => string;
}

const bySite = (site: number) => `where=SITE:IS:${site}`;
const inSite = (site: number) => `site=${site}`;
const within = (list: string, site?: Place['site']): Place => ({
  list,
  site,
  one: ({ id }) => and(list, `open=${id}`),
});

/** An address with one more part after its question mark. */
function and(address: string, part: string): string {
  return part ? `${address}${address.includes('?') ? '&' : '?'}${part}` : address;
}

const PLACES: Record<TaskKind, Place> = {
  LEDGER_CHECK_FAILED: { list: 'looking-back/books' },
  LEDGER_DIFFERS: { list: 'looking-back/books' },
  JOB_FAILED: { list: 'own/notices' },
  APPROVAL: within('checking/approvals', bySite),
  REQUISITION: within('running-low/requisitions?where=STATE:IS:REQUESTED', bySite),
  COUNT_IN_REVIEW: {
    list: 'checking/counts?filter=REVIEW',
    site: bySite,
    one: ({ id }) => `checking/counts/${id}`,
  },
  LATE_OUTBOUND: within('coming/outbound?filter=LATE', bySite),
  SHORT_OUTBOUND: within('coming/outbound?filter=SHORT', bySite),
  INFORMATION_REQUESTED: within('checking/approvals', bySite),
  MISSING_FROM_TRANSFER: within('coming/transfers?filter=MISSING'),
  TRANSFER_IN_REVIEW: within('coming/transfers?filter=REVIEW'),
  LATE_TRANSFER: within('coming/transfers?filter=LATE'),
  SHORT_TRANSFER: within('coming/transfers?filter=SHORT'),
  REPORTED_DISCREPANCY: { list: 'checking/counts' },
  OVERDUE_LOAN: within('checking/loans?filter=OVERDUE', bySite),
  EXPIRING_LOT: { list: 'on-hand?group=LOT&sort=EXPIRY', site: inSite },
  LATE_INBOUND: within('coming/inbound?filter=LATE', bySite),
  CHANGED_INBOUND: within('coming/inbound?filter=CHANGED', bySite),
  LOW_STOCK: within('running-low/items', bySite),
  LOW_STOCK_UNKNOWN: within('running-low/items?where=FINDING:IS:FAILED', bySite),
  TO_CHECK: { list: 'coming/waiting', site: inSite },
  TO_PUT_AWAY: { list: 'coming/waiting', site: inSite },
  TO_SHIP: within('coming/outbound?filter=PACKED', bySite),
  TO_COUNT: {
    list: 'checking/programme',
    site: inSite,
    one: ({ id }) => `checking/programme?site=${id}`,
  },
  IN_TRANSIT: within('coming/transfers?filter=IN_TRANSIT'),
};

/** Where all work of a kind is done; where there is one only, it is opened. */
export function addressOfTask({ kind, count, first }: OpenTask, site?: number): string {
  const place = PLACES[kind];
  return count === 1 && first.length === 1 && place.one
    ? place.one(first[0])
    : and(place.list, (site !== undefined && place.site?.(site)) || '');
}

/** Where one of the work is opened; null where it only stands in its list. */
export function addressOfSubject(kind: TaskKind, subject: Subject): string | null {
  return PLACES[kind].one?.(subject) ?? null;
}
