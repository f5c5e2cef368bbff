import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { useMe } from './session';

/** What is asked anew when a kind of thing has changed, by the first word of its query key. */
const STALE = {
  stock: [
    'on-hand',
    'ledger',
    'bins',
    'waiting',
    'inbound',
    'outbound',
    'floor',
    'transfers',
    'put-away-rules',
    'binning',
    'count-live',
    'loans',
    'reason-report',
    'labels',
    'refills',
    'replenishment',
    'returnable-goods',
  ],
  count: ['counts', 'slips', 'results', 'count-live'],
  inbound: ['inbound', 'waiting', 'replenishment'],
  outbound: ['outbound', 'floor', 'labels', 'refills', 'replenishment'],
  supplier_return: ['supplier-returns', 'returnable-goods', 'inbound'],
  transfer: ['transfers', 'outbound', 'replenishment'],
  adjustment: ['adjustments', 'reason-report'],
  approval: ['approvals', 'counts', 'adjustments'],
  loan: ['loans'],
  requisition: ['requisitions', 'replenishment'],
  replenishment: ['low', 'replenishment'],
  notice: ['notices'],
} as const;

const FIRST_PAUSE = 2_000;
const LONGEST_PAUSE = 30_000;

/**
 * Keeps what is on the screen current: the server tells what kinds of things have changed, from when
 * it said who is signed in. A page that was cut off says how far it had heard, and is told what it
 * has missed.
 */
export function useLiveUpdates() {
  const queries = useQueryClient();
  const from = useRef(useMe().feed);
  useEffect(() => {
    let events: EventSource | undefined;
    let again: number | undefined;
    let heard = String(from.current);
    let pause = FIRST_PAUSE;

    const listen = () => {
      events = new EventSource(`/api/live?after=${heard}`);
      events.onopen = () => {
        pause = FIRST_PAUSE;
      };
      for (const [topic, keys] of Object.entries(STALE)) {
        events.addEventListener(topic, (event: MessageEvent) => {
          heard = event.lastEventId || heard;
          for (const key of keys) {
            void queries.invalidateQueries({ queryKey: [key] });
          }
        });
      }
      // A browser comes back by itself when the line is cut, but not when it is refused: a server
      // that is starting, or a proxy without one.
      events.onerror = () => {
        if (events?.readyState === EventSource.CLOSED) {
          again = window.setTimeout(listen, pause);
          pause = Math.min(pause * 2, LONGEST_PAUSE);
        }
      };
    };
    const stop = () => {
      events?.close();
      window.clearTimeout(again);
    };
    // A browser keeps pages that were left, to show them at once when one goes back, and their
    // lines with them. It has six for a server: six pages later nothing would load any more.
    const comeBack = (event: PageTransitionEvent) => event.persisted && listen();
    window.addEventListener('pagehide', stop);
    window.addEventListener('pageshow', comeBack);
    listen();
    return () => {
      stop();
      window.removeEventListener('pagehide', stop);
      window.removeEventListener('pageshow', comeBack);
    };
  }, [queries]);
}
