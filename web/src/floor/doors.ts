import { useEffect } from 'react';
import { useNavigate } from 'react-router';
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

/** Goes where an action label asks for other work; what was said meanwhile stays as it is. */
export function useBegins(begins: Verb | null | undefined) {
  const navigate = useNavigate();
  useEffect(() => {
    if (begins) {
      void navigate(DOORS[begins]);
    }
  }, [begins, navigate]);
}
