import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import type { Verb } from './desks';
import type { DeskKey } from './outbox';

/** Where each verb is at home. */
export const DOORS: Record<Verb, string> = {
  MOVE: '/floor/move',
  PUT_AWAY: '/floor/put-away',
  REFILL: '/floor/refill',
  RECEIVE: '/floor/receive',
  SEND: '/floor/send',
  ARRIVE: '/floor/arrive',
  ADJUST: '/floor/adjust',
  PICK: '/floor/pick',
  PACK: '/floor/pack',
  COUNT: '/floor/count',
};

/**
 * Goes where an action label asks for other work, once: the sentence stays as it is, and is there
 * when someone comes back.
 */
export function useBegins({ key }: { key: DeskKey }, begins: Verb | null | undefined) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const name = JSON.stringify(key);
  useEffect(() => {
    if (begins) {
      queries.setQueryData<{ begins: Verb | null }>(
        JSON.parse(name) as DeskKey,
        (view) => view && { ...view, begins: null },
      );
      void navigate(DOORS[begins]);
    }
  }, [begins, name, navigate, queries]);
}
