import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';

/** What the collector carries and has counted. It lives on this device only. */
export interface Held {
  /** What was loaded: a department, or everything. */
  loaded: string | null;
  items: Record<string, Schemas['CollectorItem']>;
  lines: Scanned[];
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
}

const KEY = 'reliquum.collector';
const STRETCH = 200;

export const EMPTY: Held = { loaded: null, items: {}, lines: [] };

export function load(): Held {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '') as Held;
  } catch {
    return EMPTY;
  }
}

export function keep(held: Held) {
  localStorage.setItem(KEY, JSON.stringify(held));
}

/** Fetches the look-up file, a stretch at a time, and says how far it is. */
export async function fetchItems(
  department: string | null,
  onProgress: (fetched: number) => void,
): Promise<Held['items']> {
  const items: Held['items'] = {};
  let after = '';
  let fetched = 0;
  for (;;) {
    const stretch = await get('/api/collector/items', {
      after,
      limit: STRETCH,
      department: department ?? undefined,
    });
    for (const item of stretch) {
      items[bare(item.code)] = item;
    }
    fetched += stretch.length;
    onProgress(fetched);
    if (stretch.length < STRETCH) {
      return items;
    }
    after = stretch[stretch.length - 1].code;
  }
}

/** A GTIN is known with and without the zeros in front; codes are written in capital letters. */
export function bare(code: string): string {
  const capitals = code.trim().toUpperCase().replace(/^RI\./, '');
  return /^[0-9]{8,14}$/.test(capitals) ? capitals.replace(/^0+/, '') : capitals;
}

const COLUMNS = ['barcode', 'quantity', 'bin', 'lot', 'serial', 'time'] as const;

/** The file that is handed back (RFC 4180). */
export function toCsv(lines: Omit<Scanned, 'id'>[]): string {
  const cell = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const rows = lines.map((line) => COLUMNS.map((name) => cell(line[name])).join(','));
  return [COLUMNS.join(','), ...rows].join('\r\n') + '\r\n';
}
