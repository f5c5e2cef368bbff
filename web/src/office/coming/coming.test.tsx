// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { CheckPanel } from './CheckPanel';
import { OrderFile } from './OrderFile';
import { OrderForm } from './OrderForm';
import { OrderPanel } from './OrderPanel';
import { ResponseFile } from './ResponseFile';
import { StateWord } from './StateWord';

const sites = [{ id: 1, code: 'KQ', name: 'Kittiwake Quay', binned: true, areas: [] }];
const suppliers = [
  { id: 2, code: 'SKERRY', name: 'Skerry Rope Works', active: true },
  { id: 3, code: 'OLD', name: 'Closed supplier', active: false },
];

const card: Schemas['InboundCard'] = {
  id: 7,
  version: 1,
  number: 'PO-10007',
  kind: 'PURCHASE',
  state: 'ARRIVING',
  supplierId: 2,
  supplierCode: 'SKERRY',
  supplier: 'Skerry Rope Works',
  siteId: 1,
  site: 'Kittiwake Quay',
  expected: '2026-11-20',
  late: 5,
  reason: '',
  note: '',
  created: '2026-11-01T08:00:00Z',
  createdBy: 'Oddny',
  sent: null,
  answer: null,
  answered: null,
  value: 125,
  totals: {
    currency: 'EUR',
    net: 125,
    taxes: [{ name: 'VAT 20 %', category: 'STANDARD', rate: 20, taxable: 125, amount: 25 }],
    tax: 25,
    gross: 150,
    unpriced: 1,
  },
  lines: [
    {
      line: 1,
      origin: 'ORDERED',
      itemId: 5,
      item: 'SHK-001',
      name: 'D shackle',
      symbol: 'pc',
      pack: 'box',
      packs: '10',
      quantity: '100',
      received: '20',
      open: '80',
      price: 12.5,
      tax: { code: 'VAT20', name: 'VAT 20 %', category: 'STANDARD', rate: 20 },
      amount: 125,
      expected: null,
    },
  ],
  receipts: [],
  changes: [
    {
      at: '2026-11-01T08:00:00Z',
      person: 'Oddny',
      what: 'MADE',
      detail: '1 lines',
      before: null,
      after: null,
    },
  ],
  can: ['SEND', 'CHANGE', 'AMEND', 'CLOSE_SHORT'],
};

const taxes: Schemas['TaxCard'][] = [
  {
    id: 1,
    version: 0,
    code: 'VAT20',
    name: 'VAT 20 %',
    category: 'STANDARD',
    rate: 20,
    active: true,
  },
  { id: 2, version: 0, code: 'OLD', name: 'Old', category: 'STANDARD', rate: 9, active: false },
];

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => sites);
  answers('GET', '/api/suppliers', () => suppliers);
  answers('GET', '/api/taxes', () => taxes);
  answers('GET', '/api/inbound/7', () => card);
});
afterEach(cleanup);

it('takes the whole name of a supplier for the supplier', async () => {
  answers('POST', '/api/inbound', () => card);
  show(<OrderForm onDone={vi.fn()} />);
  const supplier = await screen.findByRole('combobox', { name: /Supplier/ });
  fill(supplier, ' skerry rope works ');
  fill(screen.getByLabelText(/^Item/), 'RPE');
  fill(screen.getByLabelText(/^Quantity/), '2');
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/inbound')).toHaveLength(1));
  expect(sent('POST', '/api/inbound')[0]?.body).toMatchObject({ supplier: 'SKERRY' });
});

it('writes an order in packs, for a supplier that is found, at the first site unless told', async () => {
  const done = vi.fn();
  answers('POST', '/api/inbound', () => card);
  show(<OrderForm onDone={done} />);
  // Nobody is taken for granted: an order goes to whom someone has named.
  const supplier = await screen.findByRole<HTMLInputElement>('combobox', { name: /Supplier/ });
  expect(supplier.value).toBe('');
  await userEvent.click(supplier);
  expect(await screen.findByRole('option', { name: /Skerry Rope Works/ })).toBeTruthy();
  // Closed suppliers are not offered.
  expect(screen.queryByText('Closed supplier')).toBeNull();
  await userEvent.type(supplier, 'rope sk');
  await userEvent.click(await screen.findByRole('option', { name: /Skerry Rope Works/ }));
  expect(supplier.value).toBe('SKERRY');
  await userEvent.type(screen.getByLabelText('Item'), 'SHK-001');
  await userEvent.type(screen.getByLabelText('Quantity'), '2,5');
  await userEvent.type(screen.getByLabelText('Pack'), 'box');
  await press('Add line');
  await press('Save');
  await waitFor(() => expect(done).toHaveBeenCalled());
  // The line that was left empty is no line.
  expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
    supplier: 'SKERRY',
    site: 1,
    lines: [{ item: 'SHK-001', packs: '2.5', pack: 'box' }],
  });
});

it('keeps what was written when the server refuses it', async () => {
  answers('POST', '/api/inbound', () => new Refusal(400, 'SHK-001 has no pack crate.'));
  show(<OrderForm onDone={vi.fn()} />);
  await userEvent.type(await screen.findByLabelText(/Supplier/), 'SKERRY');
  await userEvent.type(screen.getByLabelText('Item'), 'SHK-001');
  await userEvent.type(screen.getByLabelText('Quantity'), '2');
  await userEvent.type(screen.getByLabelText('Pack'), 'crate');
  await press('Save');
  expect((await screen.findByRole('alert')).textContent).toBe('SHK-001 has no pack crate.');
  expect(screen.getByLabelText<HTMLInputElement>('Pack').value).toBe('crate');
});

it('closes an order short only with a reason', async () => {
  answers('GET', '/api/charges', () => ({ document: 'PO-1', lines: [], charges: [] }));
  answers('POST', '/api/inbound/7/closing', (one) =>
    (one.body as { reason: string }).reason
      ? card
      : new Refusal(400, 'Something is still open. Say why it will not come.'),
  );
  show(<OrderPanel order={7} onClose={vi.fn()} />);
  expect(await screen.findByText('5 days late')).toBeTruthy();
  await press('Close short');
  await press('Close order');
  expect((await screen.findByRole('alert')).textContent).toContain('Say why');
  await userEvent.type(screen.getByLabelText('Why the rest will not come'), 'Out of stock');
  await press('Close order');
  await waitFor(() => expect(screen.queryByLabelText('Why the rest will not come')).toBeNull());
});

it('lets someone who may not post look at an order, and do nothing to it', async () => {
  show(<OrderPanel order={7} onClose={vi.fn()} />, { permissions: [] });
  expect(await screen.findByText('D shackle')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Send to the supplier' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Close short' })).toBeNull();
});

it('tries a file first, shows its faults, and writes it only when it has none', async () => {
  let faults: unknown[] = [{ row: 4, sentence: "There is no site 'XX'." }];
  answers('POST', '/api/inbound/file', (one) => ({
    rows: 3,
    orders: ['PO-1'],
    written: one.query.get('trial') === 'false' && faults.length === 0,
    faults,
  }));
  show(<OrderFile path="/api/inbound/file" help="" columns="" old="inbound" />);
  const choose = screen.getByLabelText('Choose file');
  const file = () => new File(['{}'], 'orders.csv', { type: 'text/csv' });
  await userEvent.upload(choose, file());
  expect((await screen.findByRole('alert')).textContent).toContain("Row 4: There is no site 'XX'.");
  expect(screen.queryByRole('button', { name: 'Import orders' })).toBeNull();
  faults = [];
  await userEvent.upload(choose, file());
  await press('Import orders');
  expect(await screen.findByText('PO-1')).toBeTruthy();
  expect(asked.map((one) => one.query.get('trial')).filter(Boolean)).toEqual([
    'true',
    'true',
    'false',
  ]);
});

const waiting: Schemas['WaitingRow'] = {
  key: 'w',
  itemId: 5,
  item: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  lotId: 0,
  lot: null,
  expiry: null,
  serialId: 0,
  serial: null,
  loadId: 0,
  load: null,
  trolley: false,
  placeId: 11,
  place: 'DOCK-1',
  site: 'Kittiwake Quay',
  siteId: 1,
  condition: 'ON_HOLD',
  quantity: '30',
  since: null,
  document: null,
};

it('takes all as good unless someone finds otherwise, each quantity with its reason', async () => {
  answers('GET', '/api/put-away/plan', () => ({
    item: 'D shackle',
    symbol: 'pc',
    asked: '30',
    missing: '0',
    reasons: [],
  }));
  answers('POST', '/api/checks', () => ({ postings: [1, 2] }));
  const done = vi.fn();
  show(<CheckPanel row={waiting} onClose={done} />);
  const good = screen.getByLabelText<HTMLInputElement>('Good');
  expect(good.value).toBe('30');
  await userEvent.clear(good);
  await userEvent.type(good, '28');
  await userEvent.type(screen.getByLabelText('Rejected'), '2');
  await userEvent.type(screen.getByLabelText('Reason (required)'), 'Bent');
  await press('Set condition');
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(asked.find((one) => one.path === '/api/checks')?.body).toMatchObject({
    place: 11,
    condition: 'ON_HOLD',
    findings: [
      { condition: 'GOOD', quantity: '28' },
      { condition: 'REJECTED', quantity: '2', reason: 'Bent' },
    ],
  });
});

it('says a state as a word', () => {
  show(<StateWord state="RECEIVED" />);
  expect(screen.getByText('Received')).toBeTruthy();
});

it('takes down what the supplier has answered, line by line', async () => {
  answers('POST', '/api/inbound/7/amendment', () => card);
  show(<OrderPanel order={7} onClose={vi.fn()} />);
  await press('Amend lines');
  fill(screen.getByLabelText('Quantity of D shackle'), '8');
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/inbound/7/amendment')).toHaveLength(1));
  expect(sent('POST', '/api/inbound/7/amendment')[0]?.body).toEqual({
    version: 1,
    by: 'SUPPLIER',
    note: '',
    lines: [{ line: 1, packs: '8', expected: '2026-11-20', price: 12.5 }],
  });
  await waitFor(() => expect(screen.queryByLabelText('Quantity of D shackle')).toBeNull());
});

it('takes down another price that the supplier has answered', async () => {
  answers('POST', '/api/inbound/7/amendment', () => card);
  show(<OrderPanel order={7} onClose={vi.fn()} />);
  await press('Amend lines');
  fill(screen.getByLabelText('Price of D shackle'), '13,10');
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/inbound/7/amendment')).toHaveLength(1));
  expect(sent('POST', '/api/inbound/7/amendment')[0]?.body).toMatchObject({
    lines: [{ line: 1, packs: '10', price: 13.1 }],
  });
});

it('shows what an order comes to with its taxes, and gives it out as a document', async () => {
  show(<OrderPanel order={7} onClose={vi.fn()} />);
  expect(await screen.findByText('VAT 20 % of 125.00')).toBeTruthy();
  expect(screen.getByText('Total in EUR').nextSibling?.textContent).toBe('150.00');
  expect(screen.getByText('1 line has no price and is not included.')).toBeTruthy();
  await press('Papers');
  expect(screen.getByRole('link', { name: 'Purchase order (PDF)' }).getAttribute('href')).toBe(
    '/api/inbound/7/papers/order',
  );
});

it('orders at the tax that was agreed unless another is chosen', async () => {
  answers('POST', '/api/inbound', () => card);
  show(<OrderForm onDone={vi.fn()} />);
  fill(await screen.findByRole('combobox', { name: /Supplier/ }), 'SKERRY');
  fill(screen.getByLabelText(/^Item/), 'SHK-001');
  fill(screen.getByLabelText(/^Quantity/), '2');
  const tax = await screen.findByLabelText('Tax');
  await screen.findByRole('option', { name: 'VAT 20 %' });
  expect(screen.queryByRole('option', { name: 'Old' })).toBeNull();
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/inbound')).toHaveLength(1));
  expect(sent('POST', '/api/inbound')[0]?.body).not.toHaveProperty('lines.0.tax');
  await userEvent.selectOptions(tax, 'VAT20');
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/inbound')).toHaveLength(2));
  expect(sent('POST', '/api/inbound')[1]?.body).toHaveProperty('lines.0.tax', 'VAT20');
});

it('reads an order response, and opens the order that it answers', async () => {
  let refuse = true;
  answers('POST', '/api/inbound/responses', () =>
    refuse ? new Refusal(404, 'There is no order PO-9.') : card,
  );
  const opened = vi.fn();
  show(<ResponseFile onOpen={opened} />);
  const choose = screen.getByLabelText('Choose file');
  const file = () => new File(['<x/>'], 'answer.xml', { type: 'text/xml' });
  await userEvent.upload(choose, file());
  expect((await screen.findByRole('alert')).textContent).toContain('no order PO-9');
  expect(opened).not.toHaveBeenCalled();
  refuse = false;
  await userEvent.upload(choose, file());
  await waitFor(() => expect(opened).toHaveBeenCalledWith(7));
});

it('says at its line what can not be wanted, and keeps what was typed', async () => {
  answers(
    'POST',
    '/api/inbound/7/amendment',
    () => new Refusal(400, 'There are 20 here.', 'invalid', { field: 'lines[0].packs' }),
  );
  show(<OrderPanel order={7} onClose={vi.fn()} />);
  await press('Amend lines');
  await userEvent.selectOptions(screen.getByLabelText('Amended by'), 'HOUSE');
  fill(screen.getByLabelText('Quantity of D shackle'), '1');
  await press('Save');
  await waitFor(() => expect(screen.getAllByText('There are 20 here.').length).toBeGreaterThan(0));
  expect(screen.getByLabelText('Quantity of D shackle')).toHaveProperty('value', '1');
});
