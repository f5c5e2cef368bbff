// @vitest-environment jsdom
import { answers, asked, empty, Refusal, show } from '../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { noBin, sentence } from '../testing/sentence';
import type { View } from './desks';
import { SentenceScreen } from './SentenceScreen';

type Receiving = NonNullable<View['receiving']>;

const site = { id: 1, name: 'Kittiwake Quay' } as Schemas['SiteCard'];

/** The Receive sentence, and what is received with it. */
function view(part: Partial<View & Receiving> = {}): View {
  const { flow, order, lines, orders, expected, beyond, agreed, ...more } = part;
  return sentence({
    verb: 'RECEIVE',
    place: noBin,
    condition: 'GOOD',
    receiving: {
      flow: flow ?? 'DOCK_FIRST',
      order: order ?? null,
      lines: lines ?? [],
      orders: orders ?? [],
      expected: expected ?? '0',
      beyond: beyond ?? '0',
      agreed: agreed ?? false,
    },
    ...more,
  });
}

const order = {
  id: 7,
  number: 'PO-10007',
  kind: 'PURCHASE',
  state: 'ARRIVING',
  supplier: 'Skerry Rope Works',
  reason: '',
} as const;

const line = {
  line: 1,
  itemId: 5,
  item: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  origin: 'ORDERED',
  quantity: '100',
  received: '20',
  open: '80',
  home: 'B-03',
  shelfNote: 'Left, behind rope',
} as const;

const shackle: View['item'] = {
  state: 'SAID',
  id: 5,
  code: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  decimals: 0,
  tracking: 'NONE',
  packs: [],
  available: null,
  picture: null,
  shelfNote: '',
};

const begun: Partial<View & Receiving> & Pick<View, 'quantity'> = {
  order,
  lines: [line],
  item: shackle,
  canUndo: true,
  whole: true,
  quantity: { state: 'SAID', why: null, value: '90', packs: '9 box' },
  place: { state: 'SAID', why: null, id: 3, address: 'DOCK-1', area: null },
};

beforeEach(() => {
  empty();
  answers('GET', '/api/inbound', () => ({
    total: 1,
    offset: 0,
    rows: [
      {
        id: 7,
        number: 'PO-10007',
        kind: 'PURCHASE',
        state: 'EXPECTED',
        supplier: 'Skerry Rope Works',
        late: 3,
        openLines: 2,
        expected: '2026-11-20',
      },
    ],
  }));
});
afterEach(cleanup);

const stands = (now: View) => answers('GET', '/api/floor/RECEIVE', () => now);
const scan = (text: string) => {
  for (const key of [...text, 'Enter']) {
    fireEvent.keyDown(document.body, { key });
  }
};

it('lists what is arriving, late ones with how late, and takes the one that is tapped', async () => {
  stands(view());
  answers('POST', '/api/floor/RECEIVE/document', () => view({ order, lines: [line] }));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  expect(await screen.findByText('3 days late')).toBeTruthy();
  await userEvent.click(screen.getByText('PO-10007'));
  expect(await screen.findByText('Still to come')).toBeTruthy();
  expect(asked.find((one) => one.path.endsWith('/document'))?.body).toEqual({
    site: 1,
    document: 7,
  });
});

it('begins unexpected goods only with a reason', async () => {
  stands(view());
  answers('POST', '/api/inbound/unexpected', () => ({ id: 9 }));
  answers('POST', '/api/floor/RECEIVE/document', () => view({ order: { ...order, id: 9 } }));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  await userEvent.click(await screen.findByText('Unexpected goods'));
  expect(screen.getByRole('button', { name: 'Begin receiving' }).hasAttribute('disabled')).toBe(
    true,
  );
  await userEvent.type(screen.getByLabelText('Reason for receipt'), 'Stood at the door');
  await userEvent.click(screen.getByText('Begin receiving'));
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/inbound/unexpected')?.body).toEqual({
      kind: 'UNEXPECTED',
      site: 1,
      reason: 'Stood at the door',
    }),
  );
});

it('keeps what remains on the screen, and hears the scanner from anywhere', async () => {
  stands(view({ order, lines: [line] }));
  answers('POST', '/api/floor/RECEIVE/scan', () => view(begun));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  expect(await screen.findByText('80')).toBeTruthy();
  expect(screen.getByText('of 100', { exact: false })).toBeTruthy();
  scan('RI.SHK-001');
  await waitFor(() => expect(screen.getByTestId('sentence').textContent).toContain('D shackle'));
  expect(asked.find((one) => one.path.endsWith('/scan'))?.body).toMatchObject({
    text: 'RI.SHK-001',
  });
});

it('warns of more than was expected, and names the button for it', async () => {
  stands(view({ ...begun, expected: '80', beyond: '10' }));
  answers('POST', '/api/floor/RECEIVE/act', () =>
    view({ ...begun, expected: '80', beyond: '10', agreed: true, ready: true }),
  );
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  expect(await screen.findByText(/10 more than the order still expects/)).toBeTruthy();
  await userEvent.click(screen.getByText('Receive more than ordered'));
  expect(await screen.findByText('Receive 90 pc')).toBeTruthy();
});

it('offers to add knowingly what nobody ordered', async () => {
  const refusal = { type: 'not-on-order', values: { item: 'Rope' } };
  stands(view({ order, lines: [line], outcome: 'REFUSED', refusal, addable: 12 }));
  answers('POST', '/api/floor/RECEIVE/say', () => view(begun));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  expect((await screen.findByRole('alert')).textContent).toMatch(
    /^That is Rope, which is not on this order/,
  );
  await userEvent.click(screen.getByText('Add unordered item'));
  await waitFor(() =>
    expect(asked.find((one) => one.path.endsWith('/say'))?.body).toMatchObject({
      saying: { kind: 'KNOWINGLY', item: 12 },
    }),
  );
});

it('takes serial numbers in a row by their ends', async () => {
  stands(view({ ...begun, needsSerials: true, quantity: { ...begun.quantity, state: 'EMPTY' } }));
  answers('POST', '/api/floor/RECEIVE/say', () => view(begun));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  await userEvent.click(await screen.findByText('Serial range'));
  await userEvent.type(screen.getByLabelText('First'), 'B-01');
  await userEvent.type(screen.getByLabelText('Last'), 'B-20');
  await userEvent.click(screen.getByText('Add range'));
  await waitFor(() =>
    expect(asked.find((one) => one.path.endsWith('/say'))?.body).toMatchObject({
      saying: { kind: 'SERIAL_ROW', item: 5, text: 'B-01', last: 'B-20' },
    }),
  );
});

it('makes a lot number when the goods bring none', async () => {
  const lot = { state: 'EMPTY', why: null, id: null, code: null, expiry: null } as const;
  stands(view({ ...begun, lot, whole: false }));
  answers('POST', '/api/floor/RECEIVE/say', () =>
    view({ ...begun, lot: { ...lot, state: 'SAID', code: 'L261125-01' } }),
  );
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  await userEvent.click(await screen.findByText('New lot number'));
  expect(await screen.findByText('L261125-01')).toBeTruthy();
});

it('tells where a pallet goes that has come', async () => {
  const done = {
    posting: 3,
    told: [],
    load: 4,
    suggested: 'FL-11',
  };
  stands(view({ order, outcome: 'DONE', done, lines: [{ ...line, open: '0', received: '100' }] }));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  expect((await screen.findByRole('status')).textContent).toContain('Scan its bin: FL-11');
  expect(screen.getByText('Everything ordered is received')).toBeTruthy();
});

it('says what the server refuses, and keeps the sentence', async () => {
  stands(view({ ...begun, ready: true }));
  answers('POST', '/api/floor/RECEIVE/act', () => new Refusal(422, 'PO-10007 is closed.'));
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  await userEvent.click(await screen.findByText('Receive 90 pc'));
  expect((await screen.findByRole('alert')).textContent).toBe('PO-10007 is closed.');
  expect(screen.getByTestId('sentence').textContent).toContain('D shackle');
});

it('sends scans one after another, each under its own command id', async () => {
  stands(view({ order, lines: [line] }));
  const heard: unknown[] = [];
  answers('POST', '/api/floor/RECEIVE/scan', (one) => {
    heard.push((one.body as { text: string }).text);
    return view({ order, lines: [line] });
  });
  show(<SentenceScreen site={site} verb="RECEIVE" />);
  await screen.findByText('Still to come');
  scan('ONE');
  scan('TWO');
  scan('THREE');
  await waitFor(() => expect(heard).toEqual(['ONE', 'TWO', 'THREE']));
  const ids = asked.filter((one) => one.path.endsWith('/scan')).map((one) => one.command);
  expect(new Set(ids).size).toBe(3);
});
