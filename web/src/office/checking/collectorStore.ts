import { openDB, type DBSchema } from 'idb';
import { EMPTY, type Held, type Pending, type Scanned } from './collector';

interface Shape extends DBSchema {
  about: { key: 'loaded' | 'pending'; value: string | Pending };
  items: { key: string; value: Held['items'][string] };
  lines: { key: string; value: Scanned & { order: number }; indexes: { order: number } };
}

/** A line as it is shown: its place among the others is not its own. */
function withoutOrder(kept: Shape['lines']['value']): Scanned {
  const { order, ...line } = kept;
  void order;
  return line;
}

/** Where earlier versions kept everything: a few megabytes at most. */
const EARLIER = 'reliquum.collector';

/**
 * What the collector carries, in the browser's own database: the look-up file of a large house is
 * larger than what else a page may keep. A line is on the disk before it is said to be kept.
 */
export function collectorStore(name = 'reliquum-collector') {
  const database = openDB<Shape>(name, 1, {
    upgrade: (made) => {
      made.createObjectStore('about');
      made.createObjectStore('items');
      made.createObjectStore('lines', { keyPath: 'id' }).createIndex('order', 'order');
    },
  });

  async function putLines(lines: readonly Scanned[]) {
    const change = (await database).transaction('lines', 'readwrite', { durability: 'strict' });
    const last = await change.store.index('order').openKeyCursor(null, 'prev');
    let order = last === null ? 0 : last.key;
    for (const line of lines) {
      const before = await change.store.get(line.id);
      await change.store.put({ ...line, order: before?.order ?? ++order });
    }
    await change.done;
  }

  /** What was counted before lines were kept here. */
  async function takeOver() {
    const earlier = localStorage.getItem(EARLIER);
    if (earlier !== null) {
      const held = JSON.parse(earlier) as Held;
      await putLines([...held.lines].reverse());
      localStorage.removeItem(EARLIER);
    }
  }

  return {
    /** Everything that is kept, the latest line first. */
    async all(): Promise<Held> {
      await takeOver();
      const db = await database;
      const [loaded, pending, keys, items, lines] = await Promise.all([
        db.get('about', 'loaded') as Promise<string | undefined>,
        db.get('about', 'pending') as Promise<Pending | undefined>,
        db.getAllKeys('items'),
        db.getAll('items'),
        db.getAllFromIndex('lines', 'order'),
      ]);
      return {
        ...EMPTY,
        loaded: loaded ?? null,
        pending: pending ?? null,
        items: Object.fromEntries(keys.map((key, i) => [key, items[i]])),
        lines: lines.map(withoutOrder).reverse(),
      };
    },
    putLines,
    async putPending(pending: Pending) {
      await (await database).put('about', pending, 'pending');
    },
    /** What became of what was handed in: some lines are gone, others stay with what was wrong. */
    async settle(gone: readonly string[], back: readonly Scanned[]) {
      const change = (await database).transaction(['about', 'lines'], 'readwrite', {
        durability: 'strict',
      });
      const lines = change.objectStore('lines');
      for (const id of gone) {
        await lines.delete(id);
      }
      for (const line of back) {
        const before = await lines.get(line.id);
        await lines.put({ ...line, order: before?.order ?? 0 });
      }
      await change.objectStore('about').delete('pending');
      await change.done;
    },
    async removeLines(ids: readonly string[]) {
      const change = (await database).transaction('lines', 'readwrite', { durability: 'strict' });
      await Promise.all(ids.map((id) => change.store.delete(id)));
      await change.done;
    },
    /** Puts another look-up file in the place of the one that is kept. */
    async putItems(loaded: string, items: Held['items']) {
      const change = (await database).transaction(['about', 'items'], 'readwrite');
      const store = change.objectStore('items');
      await store.clear();
      await Promise.all([
        ...Object.entries(items).map(([key, item]) => store.put(item, key)),
        change.objectStore('about').put(loaded, 'loaded'),
      ]);
      await change.done;
    },
  };
}

export type CollectorStore = ReturnType<typeof collectorStore>;
