import { useMutation, useMutationState, useQuery, useQueryClient } from '@tanstack/react-query';
import { Problem, type Schemas } from '../api/client';
import { sound } from '../kit/tones';

export type ActionName = Schemas['ActEntry']['action'];
export type Saying = Schemas['FloorSaying'];

/** One thing said to a sentence. */
export type Step =
  | { kind: 'scan'; text: string }
  | { kind: 'say'; saying: Saying }
  | { kind: 'act'; action: ActionName }
  | { kind: 'order'; order: number }
  | { kind: 'transfer'; transfer: number }
  | { kind: 'begin'; to: number }
  | { kind: 'sending'; transfer: number; rest: Schemas['SendingEntry']['rest'] }
  | { kind: 'count'; count: number }
  | { kind: 'method'; method: Schemas['CountBeginEntry']['method'] }
  | { kind: 'slip'; slip: number }
  | { kind: 'enter'; place: number }
  | { kind: 'line'; line: number; quantity: string | null }
  | { kind: 'finish' }
  | { kind: 'why'; why: number; way: Schemas['FloorAdjust']['way'] }
  | { kind: 'empty' }
  | { kind: 'less'; reason: Schemas['ShortPickEntry']['reason'] }
  | { kind: 'walk'; orders: Schemas['RoundEntry']['orders'] }
  | { kind: 'leave' }
  | { kind: 'load' }
  | { kind: 'basket'; telling: Omit<Schemas['BasketPostEntry'], 'site'> };

export interface Spoken {
  outcome: Schemas['FloorMove']['outcome'] | Schemas['FloorCount']['outcome'];
}

const PATIENCE = 40;

/** What is said, of its kind only: the rest of a saying is left out. */
export function saying(part: Partial<Saying> & Pick<Saying, 'kind'>): Saying {
  return part as Saying;
}

export type CommandHeader = { header: { 'Idempotency-Key': string } };

/** A step as it is sent, and how many milliseconds ago it was said. */
export type Sent = Step & { ago: number };

/**
 * A sentence that lives on the server. What is said goes there in order, one after another; without
 * a network it waits and is sent again under the same command id, so that a repeat is no second.
 */
export function useSentence<V extends Spoken>(
  key: readonly unknown[],
  load: () => Promise<V>,
  send: (command: CommandHeader, step: Sent) => Promise<V>,
) {
  const queries = useQueryClient();
  const desk = [...key, 'say'];
  const view = useQuery({
    queryKey: key,
    queryFn: load,
    staleTime: 0,
    refetchOnWindowFocus: true,
  });
  const say = useMutation({
    mutationKey: desk,
    // One after another: scans must not overtake each other.
    scope: { id: JSON.stringify(key) },
    networkMode: 'always',
    retry: (times, fault) => fault instanceof Problem && fault.status === 0 && times < PATIENCE,
    retryDelay: 1500,
    mutationFn: (step: Step & { id: string; said: number }) =>
      send(
        { header: { 'Idempotency-Key': step.id } },
        { ...step, ago: Math.max(0, Math.round(performance.now() - step.said)) },
      ),
    onSuccess: (next) => {
      queries.setQueryData(key, next);
      if (next.outcome === 'DONE') {
        void queries.invalidateQueries({ queryKey: ['waiting'] });
        void queries.invalidateQueries({ queryKey: ['round'] });
        void queries.invalidateQueries({ queryKey: ['transfers'] });
        void queries.invalidateQueries({ queryKey: ['outbound'] });
      }
      void queries.invalidateQueries({ queryKey: ['count-live'] });
      const stops = next.outcome === 'REFUSED' || next.outcome === 'ASKS';
      sound(stops ? 'bad' : next.outcome === 'DONE' ? 'done' : 'good');
    },
    onError: () => {
      sound('bad');
      void queries.invalidateQueries({ queryKey: key });
    },
  });
  // Any that waits, not only the latest: later scans queue behind it.
  const waiting = useMutationState({
    filters: { mutationKey: desk, status: 'pending' },
    select: (step) => step.state.failureCount > 0,
  });
  const speak = (step: Step) =>
    say.mutate({ ...step, id: crypto.randomUUID(), said: performance.now() });
  const offline = waiting.includes(true);
  return {
    view,
    offline,
    busy: say.isPending && !offline,
    fault: say.isPending ? null : say.error,
    speak,
    scan: (text: string) =>
      text.trim() ? speak({ kind: 'scan', text }) : speak({ kind: 'act', action: 'CONFIRM' }),
    act: (action: ActionName) => speak({ kind: 'act', action }),
    say: (saying: Saying) => speak({ kind: 'say', saying }),
  };
}
