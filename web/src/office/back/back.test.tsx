// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { Books } from './Books';
import { PostingPanel } from './PostingPanel';

type Row = Schemas['LedgerRow'];
type Check = Schemas['BookCheck'];

const line: Row = {
  posting: 40,
  line: 1,
  kind: 'MOVE',
  effective: '2026-11-20T09:00:00Z',
  recorded: '2026-11-20T09:00:02Z',
  person: 'Tavi Lund',
  device: 'scanner-3',
  document: null,
  reason: null,
  item: 'FLR-001',
  itemId: 4,
  name: 'Hand flare, red',
  symbol: 'pc',
  quantity: '36',
  lot: 'K2291',
  serial: null,
  from: 'DOCK-1',
  fromId: 2,
  fromSite: 'KQ',
  fromCondition: 'ON_HOLD',
  to: 'B-03',
  toId: 9,
  toSite: 'KQ',
  toCondition: 'GOOD',
  reverses: null,
  reversedBy: null,
  siteId: 1,
  value: 0,
  movementKind: null,
  fields: null,
};

const ledger = (...rows: Partial<Row>[]) =>
  answers('GET', '/api/ledger', () => ({
    total: rows.length,
    offset: 0,
    rows: rows.map((row) => ({ ...line, ...row })),
  }));

const posting = (me = {}) => show(<PostingPanel posting={40} onClose={() => undefined} />, me);

beforeEach(empty);
afterEach(cleanup);

it('shows every line of a posting, with what changed of its condition', async () => {
  ledger({}, { line: 2, name: 'Anchor line, 6 mm', symbol: 'm', quantity: '12.5', lot: null });
  posting();
  expect(await screen.findByText('Anchor line, 6 mm')).toBeTruthy();
  expect(screen.getByText('Tavi Lund')).toBeTruthy();
  expect(screen.getAllByText(/lot K2291/i)).toHaveLength(1);
  expect(screen.getAllByText(/On hold → Good/)).toHaveLength(2);
  expect(asked[0].query.get('posting')).toBe('40');
});

it('takes a posting back with its reason, under one command id while the answer is lost', async () => {
  ledger({});
  answers('POST', '/api/postings/40/reversal', () => new Refusal(503, 'The server is going down.'));
  posting();
  await userEvent.type(await screen.findByLabelText(/Reason/), 'Wrong bin');
  await press('Reverse');
  expect(await screen.findByText('The server is going down.')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>(/Reason/).value).toBe('Wrong bin');
  answers('POST', '/api/postings/40/reversal', () => {
    ledger({ reversedBy: 41 });
    return { id: 41 };
  });
  await press('Reverse');
  expect((await screen.findByRole('link', { name: '41' })).getAttribute('href')).toBe(
    '/office/looking-back?open=41',
  );
  expect(screen.queryByRole('button', { name: 'Reverse' })).toBeNull();
  const sent = asked.filter((one) => one.method === 'POST');
  expect(sent.map((one) => one.body)).toEqual([{ reason: 'Wrong bin' }, { reason: 'Wrong bin' }]);
  expect(new Set(sent.map((one) => one.command)).size).toBe(1);
});

it.each([
  { why: 'it takes another back', row: { kind: 'REVERSAL', reverses: 12 }, may: ['POST'] },
  { why: 'it was taken back', row: { reversedBy: 50 }, may: ['POST'] },
  { why: 'the person may not post', row: {}, may: ['MOVE'] },
] as const)('does not offer to take a posting back when $why', async ({ row, may }) => {
  ledger(row);
  posting({ permissions: [...may] });
  expect(await screen.findByText('Hand flare, red')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Reverse' })).toBeNull();
});

const check: Check = {
  id: 3,
  askedBy: 'Maren',
  started: '2026-11-20T22:00:00Z',
  finished: '2026-11-20T22:00:05Z',
  positions: 2400,
  differences: 0,
  failure: null,
};

it('says that the books were never checked, and checks them when asked', async () => {
  let checks: Check[] = [];
  answers('GET', '/api/book-checks', () => checks);
  answers('POST', '/api/book-checks', () => (checks = [check])[0]);
  show(<Books />);
  expect(await screen.findByText('The ledger has not been checked yet.')).toBeTruthy();
  await press('Check now');
  expect(await screen.findByText(/No differences: 2.?400 positions agree/)).toBeTruthy();
});

it('shows which figures differ from the ledger', async () => {
  answers('GET', '/api/book-checks', () => [{ ...check, differences: 2 }]);
  answers('GET', '/api/book-checks/3/differences', () => [
    { item: 'FLR-001', place: 'B-03', lot: 'K2291', serial: null, kept: '36', recomputed: '30' },
    { item: 'FLR-001', place: null, lot: null, serial: null, kept: '99', recomputed: '93' },
  ]);
  show(<Books />, { permissions: ['MOVE'] });
  expect(await screen.findByText('2 figures differ from the ledger.')).toBeTruthy();
  expect(await screen.findByText(/B-03 K2291: stored 36, ledger 30/)).toBeTruthy();
  expect(screen.getByText(/in total/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Check now' })).toBeNull();
});

it('says that a check goes on, and why one failed', async () => {
  answers('GET', '/api/book-checks', () => [
    { ...check, id: 5, finished: null },
    { ...check, id: 4, failure: 'The database went away.' },
  ]);
  show(<Books />);
  expect(await screen.findByText('Checking…')).toBeTruthy();
  expect(screen.getByText('The database went away.')).toBeTruthy();
});
