import { useRef, useState } from 'react';
import { api, read } from '../api/client';
import { typedNumber } from '../kit/numbers';

const IDLE: Promise<void> = Promise.resolve();

/** A number with a separator in it, alone or before the name of a pack. */
const NUMBER =
  /^([+\-\u2212]?[\d.,'\u2019\s\u00a0\u202f]*\d[.,]?)(\s*[x×*]?\s*\p{L}[\p{L} ]{0,30})?$/u;
const SEPARATED = /[.,'\u2019\s\u00a0\u202f]/;

/**
 * Brings numbers that are typed among scans into the one form that is sent. A text that is also a
 * known code is that code; a number that can be read in two ways is asked about. What comes
 * meanwhile waits for its turn.
 */
export function useNumbersInScans(site: number, onScan: (text: string) => void) {
  const turn = useRef(IDLE);
  const answer = useRef<((chosen: string | null) => void) | null>(null);
  const [asking, setAsking] = useState<{ text: string; readings: readonly [string, string] }>();

  async function isCode(text: string) {
    try {
      const found = await read(api.POST('/api/floor/scan', { body: { site, text } }));
      return found.hits.length > 0;
    } catch {
      // Without an answer nobody knows of such a code: a number it is, or it is asked about.
      return false;
    }
  }

  async function settle(text: string) {
    const [, number = '', pack = ''] = NUMBER.exec(text.trim()) ?? [];
    const typed = typedNumber(number);
    const unsure =
      typed.kind === 'either' || (typed.kind === 'number' && typed.value !== number.trim());
    if (!SEPARATED.test(number.trim()) || !unsure || (await isCode(text))) {
      onScan(text);
      return;
    }
    if (typed.kind === 'number') {
      onScan(typed.value + pack);
      return;
    }
    setAsking({ text, readings: typed.readings });
    const chosen = await new Promise<string | null>((done) => {
      answer.current = done;
    });
    setAsking(undefined);
    if (chosen !== null) {
      onScan(chosen + pack);
    }
  }

  return {
    asking,
    /** Answers which number is meant; null for neither. */
    choose: (chosen: string | null) => answer.current?.(chosen),
    hear: (text: string) => {
      if (turn.current === IDLE && !SEPARATED.test(text.trim())) {
        onScan(text);
        return;
      }
      const mine = turn.current.then(() => settle(text));
      turn.current = mine;
      void mine.finally(() => {
        if (turn.current === mine) {
          turn.current = IDLE;
        }
      });
    },
  };
}
