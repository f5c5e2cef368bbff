// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import type { Schemas } from '../../api/client';
import { ReturnSpace } from './ReturnSpace';

const goods: Schemas['ReturnableGoods'] = {
  key: 'a',
  itemId: 7,
  item: 'SH-1',
  name: 'Shackle',
  symbol: 'pc',
  decimals: 0,
  lotId: 3,
  lot: 'L1',
  expiry: null,
  serialId: 0,
  serial: null,
  loadId: 0,
  load: null,
  placeId: 21,
  place: 'HOLD-1',
  condition: 'REJECTED',
  quantity: '4',
  origin: {
    orderId: 9,
    order: 'PO-9',
    orderLine: 1,
    supplierId: 5,
    supplier: 'Skerry Works',
    unitCost: 2.5,
  },
};

const card: Schemas['SupplierReturnCard'] = {
  row: {
    id: 4,
    version: 1,
    number: 'SR-10001',
    state: 'OPEN',
    siteId: 2,
    site: 'Quay',
    supplierId: 5,
    supplier: 'Skerry Works',
    reason: 'Crushed',
    reference: '',
    lines: 1,
    claim: 10,
    created: '2026-11-29T10:00:00Z',
    createdBy: 'Maren',
    shipped: null,
  },
  note: '',
  takenBy: '',
  shippedBy: '',
  posting: 0,
  lines: [
    {
      ...goods,
      id: 11,
      line: 1,
      fromId: 21,
      from: 'HOLD-1',
      orderId: 9,
      order: 'PO-9',
      orderLine: 1,
      unitCost: 2.5,
      claim: 10,
      putBack: false,
      expectAgain: true,
      expectedAgain: '0',
    },
  ],
  can: ['SHIP', 'PUT_BACK', 'ADD', 'CHANGE', 'CANCEL'],
  changes: [],
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [
    { id: 2, code: 'KQ', name: 'Quay', binned: true, areas: [] },
  ]);
  answers('GET', '/api/suppliers', () => [{ id: 5, code: 'SKERRY', name: 'Skerry Works' }]);
  answers('GET', '/api/returnable-goods', () => ({ total: 1, offset: 0, rows: [goods] }));
  answers('GET', '/api/supplier-returns', () => ({ total: 1, offset: 0, rows: [card.row] }));
  answers('GET', '/api/supplier-returns/4', () => card);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('sets goods aside for whom they came from, and lets their order expect them again', async () => {
  answers('POST', '/api/supplier-returns', () => card);
  show(<ReturnSpace />, {}, '/?open=new');
  await userEvent.click(await screen.findByRole('checkbox', { name: 'Shackle in HOLD-1' }));
  fill(screen.getByLabelText(/^Quantity/), '3');
  await userEvent.click(screen.getByRole('checkbox', { name: 'PO-9 expects them again' }));
  fill(screen.getByLabelText(/^Reason/), 'Crushed');
  await press('Set goods aside');
  await waitFor(() => expect(sent('POST', '/api/supplier-returns')).toHaveLength(1));
  expect(sent('POST', '/api/supplier-returns')[0].body).toEqual({
    site: 2,
    supplier: 5,
    reason: 'Crushed',
    reference: '',
    note: '',
    lines: [
      {
        item: 7,
        place: 21,
        lot: 3,
        serial: 0,
        load: 0,
        condition: 'REJECTED',
        quantity: '3',
        expectAgain: true,
      },
    ],
  });
});

it('keeps what is ticked while one looks elsewhere', async () => {
  show(<ReturnSpace />, {}, '/?open=new&show=DOCK&goods=SH');
  await userEvent.click(await screen.findByRole('checkbox', { name: 'Shackle in HOLD-1' }));
  answers('GET', '/api/returnable-goods', () => ({ total: 0, offset: 0, rows: [] }));
  fill(screen.getByLabelText(/^Item, lot/), 'rope');
  await screen.findByText('No such goods at this site.');
  expect(screen.getByRole('checkbox', { name: 'Shackle in HOLD-1' })).toHaveProperty(
    'checked',
    true,
  );
  expect(asked.some((one) => one.path === '/api/returnable-goods')).toBe(true);
});

it('ships what is set aside, and says what is expected again', async () => {
  answers('POST', '/api/supplier-returns/4/shipping', () => card);
  show(<ReturnSpace />, {}, '/?open=4');
  await press('Ship');
  expect(screen.getByText(/One line is expected again on its order/)).toBeTruthy();
  fill(screen.getByLabelText(/^Collected by/), 'Driver');
  await press('Ship now');
  await waitFor(() =>
    expect(sent('POST', '/api/supplier-returns/4/shipping')[0]?.body).toEqual({
      version: 1,
      takenBy: 'Driver',
      reference: '',
    }),
  );
});

it('puts a line back, and says why it could not', async () => {
  answers(
    'POST',
    '/api/supplier-returns/4/lines/11/putting-back',
    () => new Refusal(409, 'SR-10001 was shipped.', 'not-open'),
  );
  show(<ReturnSpace />, {}, '/?open=4');
  await press('Put back');
  expect(await screen.findByText(/SR-10001 was shipped/)).toBeTruthy();
});
