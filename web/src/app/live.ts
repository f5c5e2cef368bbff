import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

const MOVED_BY_STOCK = [
  'on-hand',
  'ledger',
  'bin',
  'floor-card',
  'waiting',
  'inbound',
  'round',
  'transfers',
  'put-away-rules',
  'binning',
  'count-live',
];

const MOVED_BY_COUNTING = ['counts', 'slips', 'results', 'count-live'];

/** Keeps what is on the screen current: the server tells when stock has moved or something was counted. */
export function useLiveUpdates() {
  const queries = useQueryClient();
  useEffect(() => {
    const events = new EventSource('/api/live');
    events.addEventListener('stock', () => {
      for (const key of MOVED_BY_STOCK) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
    });
    events.addEventListener('count', () => {
      for (const key of MOVED_BY_COUNTING) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
    });
    return () => events.close();
  }, [queries]);
}
