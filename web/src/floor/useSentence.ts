import { useQuery } from '@tanstack/react-query';
import type { ActionName, Desk, Saying, Step } from './desks';
import { useOutbox } from './OutboxContext';

export type { ActionName, Saying, Step } from './desks';

/** What is said, of its kind only: the rest of a saying is left out. */
export function saying(part: Partial<Saying> & Pick<Saying, 'kind'>): Saying {
  return part as Saying;
}

/**
 * A sentence that lives on the server. What is said waits in the outbox and goes there in order,
 * one after another, under an id of its own, so that a repeat is no second.
 */
export function useSentence({ key, load }: Desk) {
  const { outbox, state } = useOutbox();
  const view = useQuery({
    queryKey: key,
    queryFn: load,
    staleTime: 0,
    refetchOnWindowFocus: true,
  });
  const name = JSON.stringify(key);
  const waits = state.waiting.some((one) => JSON.stringify(one.desk) === name);
  const stopped =
    state.stopped && JSON.stringify(state.stopped.one.desk) === name ? state.stopped : null;
  const speak = (step: Step) => void outbox.say(key, step);
  return {
    view,
    busy: waits && !state.unanswered && !stopped,
    fault: stopped?.problem ?? null,
    speak,
    scan: (text: string) =>
      text.trim() ? speak({ kind: 'scan', text }) : speak({ kind: 'act', action: 'CONFIRM' }),
    act: (action: ActionName) => speak({ kind: 'act', action }),
    say: (saying: Saying) => speak({ kind: 'say', saying }),
  };
}
