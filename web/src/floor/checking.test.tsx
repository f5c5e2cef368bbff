// @vitest-environment jsdom
import { answers, empty, fill, press, Refusal, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import type { Schemas } from '../api/client';
import { CheckPage } from './CheckPage';
import { JustReceived, ReceiptSummary } from './ReceiptSummary';
import type { Site } from './talk';

const site = { id: 1, code: 'KQ', name: 'Quay', binned: true } as Site;

const waits: Schemas['WaitingRow'] = {
  key: 'a',
  itemId: 5,
  item: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  lotId: 3,
  lot: 'L1',
  expiry: null,
  serialId: 0,
  serial: null,
  loadId: 0,
  load: null,
  trolley: false,
  placeId: 21,
  place: 'DOCK-1',
  site: 'Quay',
  siteId: 1,
  condition: 'ON_HOLD',
  quantity: '12',
  since: null,
  document: 'PO-9',
};

const receipt: Schemas['InboundReceipt'] = {
  posting: 70,
  at: '2026-11-29T10:00:00Z',
  person: 'Tavi',
  line: 1,
  item: 'SHK-001',
  name: 'D shackle',
  itemId: 5,
  lotId: 3,
  lot: 'L1',
  serialId: 0,
  serial: null,
  loadId: 8,
  load: '340123450000000017',
  placeId: 21,
  place: 'DOCK-1',
  condition: 'GOOD',
  quantity: '12',
  reversed: false,
};

const order = {
  id: 9,
  number: 'PO-9',
  kind: 'PURCHASE',
  state: 'ARRIVING',
  supplier: 'Skerry',
  can: ['CLOSE_SHORT'],
  lines: [
    {
      line: 1,
      origin: 'ORDERED',
      itemId: 5,
      item: 'SHK-001',
      name: 'D shackle',
      symbol: 'pc',
      pack: '',
      packs: '20',
      quantity: '20',
      received: '12',
      open: '8',
      price: 2.5,
      tax: null,
      amount: 50,
      expected: null,
    },
  ],
  receipts: [receipt, { ...receipt, posting: 71, lotId: 4, lot: 'L2', loadId: 0, load: null }],
};

beforeEach(() => {
  empty();
  answers('GET', '/api/waiting', () => [waits]);
  answers('GET', '/api/inbound/9', () => order);
  answers('POST', '/api/checks', () => ({ postings: [1] }));
  answers('POST', '/api/labels/printing', ({ body }) => ({
    labels: (body as Schemas['LabelEntry']).ids.length,
  }));
});
afterEach(cleanup);

it('says how many of what waits are good, and rejects the rest with a reason', async () => {
  show(<CheckPage site={site} />);
  await userEvent.click(await screen.findByRole('button', { name: /D shackle/ }));
  fill(screen.getByLabelText('Quantity rejected'), '4');
  expect(screen.getByRole('button', { name: '4 rejected, 8 good' })).toHaveProperty(
    'disabled',
    true,
  );
  fill(screen.getByLabelText('Reason for rejection'), 'Crushed');
  await press('4 rejected, 8 good');
  expect(await screen.findByText('D shackle: 4 rejected, 8 good')).toBeTruthy();
  expect(sent('POST', '/api/checks')[0].body).toMatchObject({
    item: 5,
    place: 21,
    lot: 3,
    condition: 'ON_HOLD',
    findings: [
      { condition: 'REJECTED', quantity: '4', reason: 'Crushed' },
      { condition: 'GOOD', quantity: '8', reason: '' },
    ],
  });
});

it('finds what is scanned among what waits', async () => {
  answers('GET', '/api/waiting', () => [waits, { ...waits, key: 'b', lot: 'L2', lotId: 4 }]);
  show(<CheckPage site={site} />);
  await screen.findAllByRole('button', { name: /D shackle/ });
  const user = userEvent.setup();
  await user.keyboard('NO SUCH{Enter}');
  expect(await screen.findByText('NO SUCH does not wait to be inspected here.')).toBeTruthy();
  await user.keyboard('RI.SHK-001{Enter}');
  expect(screen.getAllByRole('button', { name: /D shackle/ })).toHaveLength(2);
  await user.keyboard('L2{Enter}');
  expect(await screen.findByLabelText('Quantity rejected')).toBeTruthy();
});

it('lets nobody reject more than is there, and keeps what was typed when it is refused', async () => {
  answers('POST', '/api/checks', () => new Refusal(409, 'Someone has moved it.', 'gone'));
  show(<CheckPage site={site} />);
  await userEvent.click(await screen.findByRole('button', { name: /D shackle/ }));
  fill(screen.getByLabelText('Quantity rejected'), '13');
  expect(screen.getByText('Only 12 there.')).toBeTruthy();
  fill(screen.getByLabelText('Quantity rejected'), '');
  await press('12 good');
  expect(await screen.findByText('Someone has moved it.')).toBeTruthy();
});

it('prints what has just come, and sends some of it away at the door', async () => {
  show(<JustReceived order={9} posting={70} />);
  await press('Print 2 labels');
  expect(await screen.findByText(/2 labels/, { selector: '[role=status]' })).toBeTruthy();
  expect(sent('POST', '/api/labels/printing').map((one) => one.body)).toMatchObject([
    { of: 'UNIT_LOAD', ids: [8] },
    { of: 'LOT', ids: [3] },
  ]);
  await press('Reject some');
  fill(screen.getByLabelText('Quantity rejected'), '2');
  fill(screen.getByLabelText('Reason for rejection'), 'Wet');
  await press('2 rejected');
  await waitFor(() => expect(sent('POST', '/api/checks')).toHaveLength(1));
  // What is good already is not said to be.
  expect(sent('POST', '/api/checks')[0].body).toMatchObject({
    condition: 'GOOD',
    findings: [{ condition: 'REJECTED', quantity: '2', reason: 'Wet' }],
  });
});

it('sums a receipt up before it is left: what is missing, its cost, its labels', async () => {
  answers('POST', '/api/inbound/9/closing', () => order);
  let left = false;
  show(<ReceiptSummary order={9} onLeave={() => (left = true)} />, {
    permissions: ['LOOK', 'MOVE', 'POST'],
  });
  expect(await screen.findByText('8 missing')).toBeTruthy();
  expect(screen.getByText('30.00')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Print 3 labels' })).toBeTruthy();
  await press('Close order');
  fill(screen.getByLabelText('Why the rest will not come'), 'Sold out');
  await press('Close order');
  await waitFor(() => expect(left).toBe(true));
  expect(sent('POST', '/api/inbound/9/closing')[0].body).toEqual({ reason: 'Sold out' });
});

it('lets those close an order only who may', async () => {
  show(<ReceiptSummary order={9} onLeave={() => undefined} />, { permissions: ['LOOK', 'MOVE'] });
  await screen.findByText('8 missing');
  expect(screen.queryByRole('button', { name: 'Close order' })).toBeNull();
});
