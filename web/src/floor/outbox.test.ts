import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Problem } from '../api/client';
import { Outbox, type OutboxStore, type Waiting } from './outbox';
import { outboxStore } from './outboxStore';

const DESK = ['floor-move', 1, 'MOVE'] as const;

/** A server that can be down, and that does each command once. */
function server() {
  const done: string[] = [];
  const ids = new Set<string>();
  const house = {
    done,
    down: null as number | null,
    /** The answer is lost on its way, although the work is done. */
    losesAnswers: false,
    refuses: new Map<string, number>(),
    send(one: Waiting) {
      const text = (one.step as { text: string }).text;
      if (house.down !== null) {
        return Promise.reject(new Problem(house.down, 'down', 'down', {}));
      }
      const refusal = house.refuses.get(text);
      if (refusal !== undefined && refusal >= 400) {
        return Promise.reject(new Problem(refusal, 'refused', `${text} is refused.`, {}));
      }
      if (!ids.has(one.id)) {
        ids.add(one.id);
        done.push(text);
      }
      return house.losesAnswers
        ? Promise.reject(new Problem(0, 'offline', 'lost', {}))
        : Promise.resolve({ refused: refusal === 200 });
    },
  };
  return house;
}

const opened: Outbox[] = [];

async function open(house: ReturnType<typeof server>, store = outboxStore(), person = 7) {
  const outbox = new Outbox(store, house.send);
  opened.push(outbox);
  await outbox.open(person);
  return outbox;
}

const say = (outbox: Outbox, text: string) => outbox.say(DESK, { kind: 'scan', text });
const empty = (outbox: Outbox) =>
  vi.waitFor(() => expect(outbox.snapshot().waiting).toHaveLength(0), 5000);

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});
afterEach(() => opened.splice(0).forEach((one) => one.close()));

it('sends what is said in its order', async () => {
  const house = server();
  const outbox = await open(house);
  await Promise.all(Array.from({ length: 30 }, (_, i) => say(outbox, String(i))));
  await empty(outbox);
  expect(house.done).toEqual(Array.from({ length: 30 }, (_, i) => String(i)));
});

it.each([0, 429, 502, 503, 504])('keeps what is said while the answer is %i', async (status) => {
  const house = server();
  house.down = status;
  const outbox = await open(house);
  await say(outbox, 'A');
  await say(outbox, 'B');
  await vi.waitFor(() => expect(outbox.snapshot().unanswered).toBe(true));
  expect(outbox.snapshot().waiting.map((one) => (one.step as { text: string }).text)).toEqual([
    'A',
    'B',
  ]);
  house.down = null;
  outbox.poke();
  await empty(outbox);
  expect(house.done).toEqual(['A', 'B']);
  expect(outbox.snapshot().unanswered).toBe(false);
});

it('goes on after the page is gone, once and in order', async () => {
  const house = server();
  house.down = 0;
  const before = await open(house);
  await say(before, 'A');
  await say(before, 'B');
  before.close();
  house.down = null;
  const after = await open(house);
  await say(after, 'C');
  await empty(after);
  expect(house.done).toEqual(['A', 'B', 'C']);
});

it('does nothing twice when only the answer was lost', async () => {
  const house = server();
  house.losesAnswers = true;
  const outbox = await open(house);
  await say(outbox, 'A');
  await vi.waitFor(() => expect(outbox.snapshot().unanswered).toBe(true));
  house.losesAnswers = false;
  outbox.poke();
  await empty(outbox);
  expect(house.done).toEqual(['A']);
});

it('stops at a refusal while more waits behind it, and goes on when it was seen', async () => {
  const house = server();
  house.refuses.set('B', 422);
  house.down = 0;
  const outbox = await open(house);
  for (const text of ['A', 'B', 'C', 'D']) {
    await say(outbox, text);
  }
  house.down = null;
  outbox.poke();
  await vi.waitFor(() => expect(outbox.snapshot().stopped?.problem?.message).toContain('B'));
  expect(house.done).toEqual(['A']);
  await outbox.goOn();
  await empty(outbox);
  expect(house.done).toEqual(['A', 'C', 'D']);
});

it('stops as well where the sentence itself refused, and can let the rest go', async () => {
  const house = server();
  house.refuses.set('A', 200);
  house.down = 0;
  const outbox = await open(house);
  await say(outbox, 'A');
  await say(outbox, 'B');
  house.down = null;
  outbox.poke();
  await vi.waitFor(() => expect(outbox.snapshot().stopped).not.toBeNull());
  expect(house.done).toEqual(['A']);
  await outbox.dropAll();
  expect(outbox.snapshot()).toMatchObject({ waiting: [], stopped: null });
  expect(house.done).toEqual(['A']);
});

it('goes on with the next word after a refusal that stood alone', async () => {
  const house = server();
  house.refuses.set('A', 409);
  const outbox = await open(house);
  await say(outbox, 'A');
  await vi.waitFor(() => expect(outbox.snapshot().stopped).not.toBeNull());
  await say(outbox, 'B');
  await empty(outbox);
  expect(house.done).toEqual(['B']);
});

it('leaves what others have said to them', async () => {
  const house = server();
  house.down = 0;
  const first = await open(house, outboxStore(), 7);
  await say(first, 'mine');
  first.close();
  house.down = null;
  const other = await open(house, outboxStore(), 8);
  expect(other.snapshot().waiting).toEqual([]);
  await say(other, 'theirs');
  await empty(other);
  expect(house.done).toEqual(['theirs']);
  other.close();
  const again = await open(house, outboxStore(), 7);
  await empty(again);
  expect(house.done).toEqual(['theirs', 'mine']);
});

it('says so where nothing can be kept, and sends all the same', async () => {
  const full: OutboxStore = {
    add: () => Promise.reject(new Error('QuotaExceededError')),
    remove: () => Promise.resolve(),
    all: () => Promise.resolve([]),
  };
  const house = server();
  const outbox = await open(house, full);
  await say(outbox, 'A');
  await empty(outbox);
  expect(house.done).toEqual(['A']);
  expect(outbox.snapshot().fleeting).toBe(true);
});

it('asks for no turn to send when it was closed while it opened', async () => {
  const alone = vi.fn((work: () => Promise<void>) => work());
  const outbox = new Outbox(outboxStore(), server().send, undefined, alone);
  const opening = outbox.open(7);
  outbox.close();
  await opening;
  expect(alone).not.toHaveBeenCalled();
});
