import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import {
  createContext,
  useContext,
  useEffect,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { putAnswer } from '../api/putAnswer';
import { useMe } from '../app/session';
import { sound } from '../kit/tones';
import { send, type Step } from './desks';
import { Outbox, type Waiting } from './outbox';
import { outboxStore } from './outboxStore';

const OutboxContext = createContext<Outbox | null>(null);
const NAME = 'reliquum-outbox';

/** Sends something that waits, and shows whoever looks at its sentence how it stands then. */
async function deliver(queries: QueryClient, one: Waiting) {
  const next = await send(one.desk, one.id, one.step as Step, Math.max(0, Date.now() - one.said));
  putAnswer(queries, one.desk, next);
  if (next.outcome === 'DONE') {
    for (const old of ['waiting', 'floor', 'transfers', 'outbound']) {
      void queries.invalidateQueries({ queryKey: [old] });
    }
  }
  void queries.invalidateQueries({ queryKey: ['count-live'] });
  const stops = next.outcome === 'REFUSED' || next.outcome === 'ASKS';
  sound(stops ? 'bad' : next.outcome === 'DONE' ? 'done' : 'good');
  return { refused: next.outcome === 'REFUSED' };
}

/** One page of a browser sends at a time, where the browser can see to it. */
function alone(work: () => Promise<void>): Promise<void> {
  return 'locks' in navigator ? navigator.locks.request(NAME, work).then(() => undefined) : work();
}

/** Keeps what is said on the Floor, over reloads and without a network. */
export function OutboxProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const me = useMe();
  const [outbox] = useState(
    () =>
      new Outbox(
        outboxStore(),
        (one) => deliver(queries, one),
        (one, fault) => {
          sound('bad');
          if (fault.status > 0) {
            void queries.invalidateQueries({ queryKey: one.desk });
          }
        },
        alone,
      ),
  );
  useEffect(() => {
    void outbox.open(me.id);
    window.addEventListener('online', outbox.poke);
    const look = () => document.visibilityState === 'visible' && void outbox.look();
    document.addEventListener('visibilitychange', look);
    return () => {
      window.removeEventListener('online', outbox.poke);
      document.removeEventListener('visibilitychange', look);
      outbox.close();
    };
  }, [outbox, me.id]);
  return <OutboxContext value={outbox}>{children}</OutboxContext>;
}

/** What waits to be sent, and how to say more. */
export function useOutbox() {
  const outbox = useContext(OutboxContext);
  if (!outbox) {
    throw new Error('Nothing that is said here would be kept.');
  }
  const state = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  return { outbox, state };
}
