import { get } from '../../api/ask';
import type { Command, Schemas } from '../../api/client';

/** What the collector carries and has counted. It lives on this device only. */
export interface Held {
  /** What was loaded: some departments, or everything. */
  loaded: string | null;
  items: Record<string, Schemas['CollectorItem']>;
  lines: Scanned[];
  /** What was handed in and not yet answered: it is sent again just as it was. */
  pending: Pending | null;
}

/** Some lines on their way into a count. */
export interface Pending {
  command: Command;
  count: number;
  csv: string;
  /** The lines, in the order in which they stand in the file. */
  ids: string[];
}

/** One line that was counted. */
export interface Scanned {
  id: string;
  barcode: string;
  quantity: string;
  bin: string;
  lot: string;
  serial: string;
  time: string;
  /** Why it was not taken into the count, when it was handed in. */
  fault?: string;
}

const STRETCH = 200;

/** So many lines go into a count at once: one after the other, so that it can be said how far it is. */
export const STRETCH_IN = 250;

export const EMPTY: Held = { loaded: null, items: {}, lines: [], pending: null };

/** What is fetched: some departments, or all; and for which count. */
export interface Wanted {
  /** Their names; null for all. */
  departments: string[] | null;
  /** The count that it is for, which says what should be there; undefined for none. */
  count?: number;
}

/** Fetches the look-up file, a stretch at a time, and says how far it is. */
export async function fetchItems(
  { departments, count }: Wanted,
  onProgress: (fetched: number) => void,
): Promise<Held['items']> {
  const items: Held['items'] = {};
  let fetched = 0;
  for (const department of departments ?? [undefined]) {
    let after = '';
    for (;;) {
      const stretch = await get('/api/collector/items', {
        after,
        limit: STRETCH,
        department,
        count,
      });
      for (const item of stretch) {
        items[bare(item.code)] = item;
      }
      fetched += stretch.length;
      onProgress(fetched);
      if (stretch.length < STRETCH) {
        break;
      }
      after = stretch[stretch.length - 1].code;
    }
  }
  return items;
}

/** A GTIN is known with and without the zeros in front; codes are written in capital letters. */
export function bare(code: string): string {
  const capitals = code.trim().toUpperCase().replace(/^RI\./, '');
  return /^[0-9]{8,14}$/.test(capitals) ? capitals.replace(/^0+/, '') : capitals;
}

export const COLUMNS = ['barcode', 'quantity', 'bin', 'lot', 'serial', 'time'] as const;

/** The file that is handed back (RFC 4180). */
export function toCsv(lines: readonly Record<(typeof COLUMNS)[number], string>[]): string {
  const cell = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const rows = lines.map((line) => COLUMNS.map((name) => cell(line[name])).join(','));
  return [COLUMNS.join(','), ...rows].join('\r\n') + '\r\n';
}
