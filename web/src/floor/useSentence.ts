import { useQuery } from '@tanstack/react-query';
import type { ActionName, Desk, Saying, Step } from './desks';
import { useOutbox } from './OutboxContext';

export type { ActionName, Saying, Step } from './desks';

/** What is said, of its kind only: the rest of a saying is left out. */
export function saying(part: Partial<Saying> & Pick<Saying, 'kind'>): Saying {
  return part as Saying;
}

/** The goods of a row, as if they had been scanned: a piece, a lot, an item; where it lies first. */
export function goodsSaid(
  row: { itemId: number; lotId: number | null; serialId: number | null },
  from?: number,
): Saying {
  const { itemId: item, lotId, serialId } = row;
  const lot = lotId ?? 0;
  const which = serialId
    ? saying({ kind: 'SERIAL', item, lot, serial: serialId })
    : lot
      ? saying({ kind: 'LOT', item, lot })
      : saying({ kind: 'ITEM', item, counts: '0' });
  const bin = from ? [saying({ kind: 'BIN', place: from, role: 'FROM' })] : [];
  return saying({ kind: 'TOGETHER', parts: [...bin, which] });
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
