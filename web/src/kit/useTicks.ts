import { useRef, useState } from 'react';

/** So many rows can be ticked. */
export const MOST_TICKED = 20_000;

const PORTION = 200;

type Entry<T> = readonly [key: string, row: T];

/** Rows of a table that are ticked, whether they are in sight or not. */
export function useTicks<T>() {
  const [ticked, setTicked] = useState<ReadonlyMap<string, T>>(new Map());
  const [going, setGoing] = useState<{ done: number; all: number }>();
  const [problem, setProblem] = useState<unknown>();
  const turn = useRef(0);
  const put = (rows: readonly Entry<T>[], on: boolean) =>
    setTicked((before) => {
      const next = new Map(before);
      for (const [key, row] of rows) {
        if (on) {
          next.set(key, row);
        } else {
          next.delete(key);
        }
      }
      return next;
    });
  return {
    ticked,
    /** How far ticking all of them has come, while it goes on. */
    going,
    problem,
    has: (key: string) => ticked.has(key),
    put,
    clear: () => {
      turn.current++;
      setGoing(undefined);
      setProblem(undefined);
      setTicked(new Map());
    },
    /** Ticks all rows that a table finds, a portion after the other. */
    all: async (
      total: number,
      portion: (offset: number, limit: number) => Promise<readonly Entry<T>[]>,
    ) => {
      const mine = ++turn.current;
      setProblem(undefined);
      try {
        for (let offset = 0; offset < total; offset += PORTION) {
          setGoing({ done: offset, all: total });
          const rows = await portion(offset, PORTION);
          if (turn.current !== mine) {
            return;
          }
          put(rows, true);
        }
      } catch (fault) {
        setProblem(fault);
      }
      setGoing(undefined);
    },
  };
}

export type Ticks<T> = ReturnType<typeof useTicks<T>>;
