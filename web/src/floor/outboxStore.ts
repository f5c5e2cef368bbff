import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { OutboxStore, Waiting } from './outbox';

interface Shape extends DBSchema {
  waiting: { key: number; value: Omit<Waiting, 'seq'> & { seq?: number } };
}

/** Keeps what waits in the browser's own database, in the order in which it came. */
export function outboxStore(name = 'reliquum-outbox'): OutboxStore {
  let opened: Promise<IDBPDatabase<Shape>> | undefined;
  const database = () => {
    opened ??= openDB<Shape>(name, 1, {
      upgrade: (made) => {
        made.createObjectStore('waiting', { keyPath: 'seq', autoIncrement: true });
      },
      terminated: () => {
        opened = undefined;
      },
    }).catch((fault: unknown) => {
      opened = undefined;
      throw fault;
    });
    return opened;
  };
  return {
    async add(one) {
      // On the disk before it is said to be kept.
      const change = (await database()).transaction('waiting', 'readwrite', {
        durability: 'strict',
      });
      const seq = await change.store.add(one);
      await change.done;
      return { ...one, seq };
    },
    async remove(seq) {
      await (await database()).delete('waiting', seq);
    },
    async all() {
      return (await (await database()).getAll('waiting')) as Waiting[];
    },
  };
}
