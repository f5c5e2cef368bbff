// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { answers, asked, empty, press, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { bare, fetchItems, toCsv, type Scanned } from './collector';
import { CollectorDevice } from './CollectorDevice';
import { collectorStore } from './collectorStore';
import { FileReport } from './FileReport';

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
  empty();
  answers('GET', '/api/collector/departments', () => []);
  answers('GET', '/api/counts', () => ({
    rows: [{ id: 7, number: 'CO-7', site: 'Quay', state: 'COUNTING', blind: false }],
    total: 1,
    offset: 0,
  }));
});
afterEach(cleanup);

const open = () => show(<CollectorDevice />);

const scanned = (barcode: string, quantity = '1'): Scanned => ({
  id: crypto.randomUUID(),
  barcode,
  quantity,
  bin: 'A',
  lot: '',
  serial: '',
  time: '2026-03-02T10:30:00Z',
});

it('counts on the device, changes a line and hands a file back', async () => {
  answers('GET', '/api/collector/departments', () => [{ name: 'Rigging', codes: 1 }]);
  answers('GET', '/api/collector/items', () => [
    {
      code: '04006381333931',
      item: 'SHK-001',
      name: 'D shackle',
      unit: 'PIECE',
      factor: 10,
      tracking: 'NONE',
      price: 2.5,
      onHand: '40',
    },
  ]);
  open();
  await press('Files');
  expect(await screen.findByLabelText('Rigging (1)')).toBeTruthy();
  await press('Load look-up file');
  expect(await screen.findByText('All departments: 1 codes')).toBeTruthy();
  await press('Count');
  await userEvent.type(await screen.findByLabelText('Bin'), 'QA-01-A');
  await userEvent.type(screen.getByLabelText('Barcode'), '4006381333931{Enter}');
  expect(await screen.findByText('2.50 each')).toBeTruthy();
  expect(screen.getByText('book quantity 40')).toBeTruthy();
  await press('Lines (1)');
  const amount = await screen.findByLabelText('Quantity');
  await userEvent.clear(amount);
  await userEvent.type(amount, '4');
  await waitFor(async () => expect((await collectorStore().all()).lines[0].quantity).toBe('4'));
  cleanup();
  // The battery was changed: what was counted is still there.
  open();
  await press('Lines (1)');
  expect(((await screen.findByLabelText('Quantity')) as HTMLInputElement).value).toBe('4');
  await press('Remove 4006381333931');
  expect(await screen.findByText('No lines yet.')).toBeTruthy();
});

it('writes the file as RFC 4180 has it', () => {
  const line = { barcode: 'A,B', quantity: '1', bin: 'Q"1', lot: '', serial: '', time: '' };
  expect(toCsv([line])).toBe('barcode,quantity,bin,lot,serial,time\r\n"A,B",1,"Q""1",,,\r\n');
  expect(bare(' 04006381333931 ')).toBe(bare('4006381333931'));
  expect(bare('ri.shk-001')).toBe('SHK-001');
});

it('fetches several departments one after the other', async () => {
  answers('GET', '/api/collector/items', (one) => [
    { code: `${one.query.get('department')}-1`, onHand: null },
  ]);
  const steps: number[] = [];
  const items = await fetchItems({ departments: ['Rope, lines', ''], count: 7 }, (n) =>
    steps.push(n),
  );
  expect(Object.keys(items)).toEqual(['ROPE, LINES-1', '-1']);
  expect(steps).toEqual([1, 2]);
  expect(asked.filter((one) => one.path.endsWith('/items'))[0].query.get('count')).toBe('7');
});

it('takes over what was counted before, and keeps the order', async () => {
  const lines = [scanned('B'), scanned('A')];
  localStorage.setItem('reliquum.collector', JSON.stringify({ loaded: null, items: {}, lines }));
  const store = collectorStore();
  expect((await store.all()).lines).toEqual(lines);
  await store.putLines([scanned('C')]);
  await store.putLines([{ ...lines[1], quantity: '5' }]);
  expect((await collectorStore().all()).lines.map((one) => one.barcode + one.quantity)).toEqual([
    'C1',
    'B1',
    'A5',
  ]);
  expect(localStorage.getItem('reliquum.collector')).toBeNull();
});

it('hands lines in, keeps what was not taken with the reason, and sends a lost answer again', async () => {
  await collectorStore().putLines([scanned('SHK'), scanned('NO')]);
  const commands: string[] = [];
  answers('POST', '/api/collector/counts/7/files', (one) => {
    commands.push(one.command ?? '');
    return commands.length === 1
      ? new Refusal(503, 'The server is going down.')
      : {
          total: 2,
          taken: 1,
          written: true,
          fingerprint: 'f',
          rows: [{ row: 3, cells: {}, item: null, quantity: null, sentence: 'Nothing is NO.' }],
        };
  });
  open();
  await press('Files');
  await press('Hand in 2 lines');
  expect(await screen.findByText(/2 lines were handed in and not answered yet/)).toBeTruthy();
  cleanup();
  open();
  await press('Files');
  await press('Hand in 2 lines');
  expect(await screen.findByText(/1 are in the count; one was not accepted/)).toBeTruthy();
  expect(commands[0]).not.toBe('');
  expect(commands[1]).toBe(commands[0]);
  await press('Lines (1)');
  expect(await screen.findByText('Nothing is NO.')).toBeTruthy();
});

it('lets every row of a file be changed before it is taken', async () => {
  const row = (n: number, barcode: string, sentence: string | null) => ({
    row: n,
    cells: { barcode, quantity: '1' },
    item: sentence ? null : 'D shackle',
    quantity: sentence ? null : '1',
    sentence,
  });
  answers('POST', '/api/collector/counts/7/files', (one) => {
    const trial = one.query.get('trial') === 'true';
    return {
      total: 2,
      taken: trial ? 1 : 2,
      written: !trial,
      fingerprint: 'a'.repeat(64),
      rows: trial ? [row(2, 'SHK', null), row(3, 'NO', 'Nothing is NO.')] : [],
    };
  });
  show(<FileReport count={7} file={new Blob(['"a file"'], { type: 'text/csv' })} />);
  expect(await screen.findByText(/Rows that can be imported: 1 of 2/)).toBeTruthy();
  expect(screen.getByText('Nothing is NO.')).toBeTruthy();
  const code = screen.getByLabelText('Barcode of row 3');
  await userEvent.clear(code);
  await userEvent.type(code, 'CLT');
  await userEvent.selectOptions(screen.getByLabelText('Rows'), 'ALL');
  const amount = await screen.findByLabelText('Quantity of row 2');
  await userEvent.clear(amount);
  await userEvent.type(amount, '4');
  await press('Import all rows as shown');
  expect(await screen.findByText(/Rows imported: 2 of 2/)).toBeTruthy();
  const last = sent('POST', '/api/collector/counts/7/files').at(-1)!;
  expect(last.query.get('original')).toBe('a'.repeat(64));
  expect(String(last.body)).toContain('SHK,4,');
  expect(String(last.body)).toContain('CLT,1,');
  expect(screen.getByRole('link', { name: 'Go to count' })).toBeTruthy();
});
