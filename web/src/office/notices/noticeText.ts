import type { Schemas } from '../../api/client';
import { t, type Word } from '../../app/words';
import { date } from '../../kit/format';

type Notice = Schemas['Notice'];

const WORKS = [
  'REPLENISHMENT_RUN',
  'REPLENISHMENT_ITEMS',
  'MORNING_ALLOCATION',
  'mail',
  'nightly',
] as const;

/** Where a document of a kind is found by its number. */
const DOCUMENTS: Record<string, string> = {
  INBOUND_ORDER: '/office/coming/inbound?filter=ALL&q=',
  OUTBOUND_ORDER: '/office/coming/outbound?filter=ALL&q=',
  TRANSFER: '/office/coming/transfers?filter=ALL&q=',
  SUPPLIER_RETURN: '/office/coming/returns?filter=ALL&q=',
  COUNT: '/office/checking/counts?filter=ALL&q=',
  ADJUSTMENT: '/office/checking/adjustments?q=',
  REQUISITION: '/office/running-low/requisitions?q=',
};

/** A notice as a sentence. */
export function noticeText({ kind, details }: Notice): string {
  const count = Number(details.count ?? 0);
  if (kind === 'BACKGROUND_FAILURE') {
    const known = WORKS.find((work) => work === details.work) ?? 'other';
    return t(`notices.work.${known}` as Word, { ...details, count });
  }
  const due = details.due && date(details.due);
  return t(`notices.said.${kind}` as Word, { ...details, count, due });
}

/** Where one sees to what a notice is about. */
export function noticeAddress({ kind, siteId, details }: Notice): string {
  const site = siteId === null ? '' : `?where=SITE:IS:${siteId}`;
  switch (kind) {
    case 'PROPOSALS':
    case 'RUNNING_OUT':
      return `/office/running-low/items${site}`;
    case 'LATE_GOODS':
    case 'CHANGED_DELIVERY':
      return details.transfer
        ? `/office/coming/transfers?filter=ALL&open=${details.transfer}`
        : `/office/coming/inbound?filter=ALL&open=${details.inbound}`;
    case 'MENTIONED':
      return `${DOCUMENTS[details.document!] ?? '/office/looking-back?document='}${encodeURIComponent(details.number!)}`;
    case 'LEDGER_DIFFERENCES':
      return '/office/looking-back/books';
    case 'MAIL_NOT_SENT':
      return `/office/coming/letters?open=${details.letter}`;
    case 'NOT_PRINTED':
      return '/office/rules/print-jobs';
    case 'BACKGROUND_FAILURE':
      return details.run
        ? `/office/running-low/runs?open=${details.run}`
        : details.work === 'MORNING_ALLOCATION'
          ? '/office/coming/outbound'
          : details.work === 'mail'
            ? '/office/coming/letters'
            : '/office/looking-back/books';
  }
}
