// @vitest-environment jsdom
import { answers, empty, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { AllocateMany } from './AllocateMany';
import { OutboundForm } from './OutboundForm';
import { OutboundPanel } from './OutboundPanel';
import { OutboundSpace } from './OutboundSpace';

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay', areas: [] };

const line = {
  line: 1,
  itemId: 7,
  item: 'FLR',
  name: 'Flare, red',
  symbol: 'pc',
  lotId: 0,
  lot: null,
  serial: null,
  pack: '',
  packs: '45',
  asked: '45',
  withdrawn: '0',
  reserved: '0',
  picked: '0',
  packed: '0',
  shipped: '0',
  missing: '45',
  available: '75',
  coming: '20',
  price: 11,
  minimumLife: 90,
  oneLot: true,
  splittable: true,
};

const kept = {
  id: 40,
  line: 1,
  itemId: 7,
  item: 'FLR',
  name: 'Flare, red',
  symbol: 'pc',
  placeId: 3,
  place: 'QA-01-A',
  walk: 1,
  lotId: 61,
  lot: 'L1',
  expiry: null,
  serialId: 0,
  serial: null,
  loadId: 0,
  load: null,
  condition: 'GOOD',
  quantity: '45',
  picked: true,
  packed: false,
};

const card = {
  id: 5,
  version: 2,
  number: 'OB-1',
  kind: 'CUSTOMER',
  state: 'SHORT',
  siteId: 1,
  site: 'Kittiwake Quay',
  flow: 'PICK_PACK_HAND_OVER',
  customerId: 9,
  party: 'Skerry',
  kit: null,
  kits: null,
  reference: 'PO 7',
  needed: '2026-12-01',
  late: 2,
  note: '',
  created: '2026-11-20T10:00:00Z',
  createdBy: 'Oddny',
  allocated: '2026-11-20T10:01:00Z',
  coveredBy: null as string | null,
  ended: null,
  round: null,
  picker: null,
  tote: null,
  value: 495,
  cost: 0,
  lines: [line],
  kept: [] as (typeof kept)[],
  parcels: [],
  despatches: [] as Schemas['OutboundCard']['despatches'],
  changes: [{ at: '2026-11-20T10:00:00Z', person: 'Oddny', what: 'ACCEPTED', detail: '1 lines' }],
  can: ['ALLOCATE', 'CHANGE', 'CLOSE'],
};

beforeEach(empty);
afterEach(cleanup);

it('says what is missing, what is coming, and offers several lots', async () => {
  answers('GET', '/api/outbound/5', () => card);
  answers('POST', '/api/outbound/5/lines/1/split', () => card);
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByText('75 pc available')).toBeTruthy();
  expect(screen.getByText('20 pc on the way')).toBeTruthy();
  expect(screen.getByRole('complementary').textContent).toContain('with 90 days left');
  await press('Take several lots');
  await waitFor(() => expect(sent('POST', '/api/outbound/5/lines/1/split')).toHaveLength(1));
});

it('says from where each line comes and when, and by which day all of it is there', async () => {
  const peg = { order: 5, number: 'OB-1', line: 1, itemId: 7, day: '2026-12-04' };
  answers('GET', '/api/outbound/5', () => ({
    ...card,
    state: 'COVERED',
    coveredBy: '2026-12-04',
    lines: [{ ...line, splittable: false }],
  }));
  answers('GET', '/api/replenishment/orders/5/supply', () => [
    { ...peg, document: 'PO-10007', kind: 'INBOUND_ORDER', quantity: '30', firm: true },
    { ...peg, document: '', quantity: '10', firm: true },
    { ...peg, document: 'RQ-10009', kind: 'REQUISITION', quantity: '5', firm: false },
  ]);
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByText(/^Covered by/)).toBeTruthy();
  const link = await screen.findByRole('link', { name: /^30 pc from PO-10007, due/ });
  expect(link.getAttribute('href')).toBe('/office/coming/inbound?q=PO-10007');
  expect(screen.getByText('10 pc here, to be inspected or put away')).toBeTruthy();
  expect(screen.getByRole('link', { name: '5 pc requested: RQ-10009' }).getAttribute('href')).toBe(
    '/office/running-low/requisitions?q=RQ-10009',
  );
});

it('changes how a line is met that lacks something, and asks which site', async () => {
  const lacking = { ...line, splittable: false, missing: '5', supply: 'BUY_FOR_ORDER' };
  answers('GET', '/api/outbound/5', () => ({ ...card, state: 'SHORT', lines: [lacking] }));
  answers('GET', '/api/replenishment/orders/5/supply', () => []);
  answers('PUT', `/api/outbound/5/lines/${line.line}/supply`, () => card);
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Harbour Quay' },
    { id: 2, name: 'Rope Loft' },
  ]);
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByText(/Buy for the order/)).toBeTruthy();
  await press('Change supply');
  const rule = await screen.findByLabelText('Supply');
  await userEvent.selectOptions(rule, 'From stock, else transfer');
  await userEvent.selectOptions(await screen.findByLabelText('From which site'), 'Rope Loft');
  await press('Save');
  await waitFor(() =>
    expect(sent('PUT', `/api/outbound/5/lines/${line.line}/supply`)[0]?.body).toEqual({
      rule: 'FROM_STOCK_ELSE_TRANSFER',
      from: 2,
    }),
  );
});

it('offers the next step only: pack before it is handed over', async () => {
  answers('GET', '/api/outbound/5', () => ({ ...card, kept: [kept], can: ['PACK_ALL'] }));
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByRole('button', { name: 'Pack all into one unit load' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Ship' })).toBeNull();
  cleanup();
  answers('GET', '/api/outbound/5', () => ({ ...card, kept: [kept], can: ['SHIP'] }));
  answers('POST', '/api/outbound/5/hand-over', () => ({ ...card, state: 'SHIPPED' }));
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  await press('Ship');
  await userEvent.type(screen.getByLabelText(/Collected by/), 'Ferry');
  const all = screen.getAllByRole('button', { name: 'Ship' });
  await userEvent.click(all[all.length - 1]!);
  await waitFor(() =>
    expect(sent('POST', '/api/outbound/5/hand-over')[0]?.body).toEqual({ takenBy: 'Ferry' }),
  );
});

it('writes an order with what the customer needs, and shows what is wrong with it', async () => {
  answers('GET', '/api/sites', () => [site]);
  answers('GET', '/api/customers', () => [
    { id: 9, code: 'SKERRY', name: 'Skerry', minimumLife: 90, oneLot: false, active: true },
  ]);
  answers('POST', '/api/outbound', () => {
    return new Refusal(400, 'There is no item NIX.', 'invalid', { field: 'lines' });
  });
  show(<OutboundForm onDone={() => undefined} />);
  const customer = await screen.findByRole<HTMLInputElement>('combobox', { name: /Customer/ });
  expect(customer.value).toBe('');
  await userEvent.type(customer, 'skerry');
  expect(await screen.findByText(/with 90 days left/)).toBeTruthy();
  await userEvent.click(await screen.findByRole('option', { name: /Skerry/ }));
  await userEvent.type(screen.getByLabelText('Item'), 'NIX');
  await userEvent.type(screen.getByLabelText('Quantity'), '4');
  await userEvent.type(screen.getByLabelText('Unit price'), '2,50');
  await press('Save');
  expect(await screen.findByText('There is no item NIX.')).toBeTruthy();
  expect(sent('POST', '/api/outbound')[0]?.body).toMatchObject({
    customer: 'SKERRY',
    site: 1,
    lines: [{ item: 'NIX', packs: '4', price: 2.5 }],
  });
});

/** Orders that wait for stock; of each part of them the first is short. */
function waiting(many: number) {
  answers('GET', '/api/sites', () => [site]);
  answers('GET', '/api/outbound/allocation', () => Array.from({ length: many }, (_, i) => i + 1));
  answers('POST', '/api/outbound/allocation', ({ body }) => {
    const { orders } = body as { orders: number[] };
    return {
      orders: orders.length,
      lines: 2 * orders.length,
      shortLines: 1,
      shortOrders: [`OB-${orders[0]}`],
    };
  });
}

it('allocates by date, part by part, and names what is still short', async () => {
  waiting(45);
  show(<AllocateMany />);
  fireEvent.change(await screen.findByLabelText('Needed up to'), {
    target: { value: '2026-12-01' },
  });
  await press('Allocate');
  expect(await screen.findByText(/45 orders checked. Lines: 90/)).toBeTruthy();
  expect(screen.getByRole('status').textContent).toContain('OB-1, OB-21, OB-41');
  expect(sent('GET', '/api/outbound/allocation')[0]?.query.get('until')).toBe('2026-12-01');
  const parts = sent('POST', '/api/outbound/allocation');
  expect(parts).toHaveLength(3);
  expect(new Set(parts.map((one) => one.command)).size).toBe(3);
});

it('stops allocating when told to, and keeps what is found', async () => {
  waiting(45);
  answers('POST', '/api/outbound/allocation', () => {
    if (sent('POST', '/api/outbound/allocation').length === 2) {
      fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    }
    return { orders: 20, lines: 40, shortLines: 0, shortOrders: [] };
  });
  show(<AllocateMany />);
  await press('Allocate');
  expect(await screen.findByText(/5 orders were not checked/)).toBeTruthy();
  expect(sent('POST', '/api/outbound/allocation')).toHaveLength(2);
});

it('says how far it came when the house is gone, or has nothing to do', async () => {
  waiting(45);
  answers('POST', '/api/outbound/allocation', () => new Refusal(503, 'Too many people.'));
  show(<AllocateMany />);
  await press('Allocate');
  expect(await screen.findByText(/45 orders were not checked/)).toBeTruthy();
  expect(screen.getByText('Too many people.')).toBeTruthy();
  waiting(0);
  await press('Allocate');
  expect(await screen.findByText(/No order of this site waits/)).toBeTruthy();
});

/** Opens the panel of an order in the state that a part of its card says. */
function opened(part: object, permissions = ['MOVE', 'POST', 'RULES']) {
  answers('GET', '/api/outbound/5', () => ({ ...card, ...part }));
  return show(<OutboundPanel order={5} onClose={() => undefined} />, {
    permissions: permissions as ['MOVE'],
  });
}

const whole = { ...line, reserved: '45', missing: '0' };
const reserved = { ...kept, picked: false };
const reservedCan = ['PICK_ALL', 'CHANGE', 'REMOVE_RESERVATIONS', 'CLOSE'];

it('does not count an order as allocated that lacks something again', async () => {
  opened({ state: 'SHORT', lines: [line], kept: [], allocated: '2026-11-20T08:00:00Z' });
  const way = await screen.findByRole('list', { name: 'Progress' });
  const step = (name: string) =>
    within(way)
      .getAllByRole('listitem')
      .find((one) => one.textContent.startsWith(name));
  expect(step('Allocated')?.textContent).toBe('Allocated');
  expect(step('Accepted')?.getAttribute('aria-current')).toBe('step');
});

it('picks all as listed, and says why it could not', async () => {
  answers('POST', '/api/outbound/5/picking', () => {
    return new Refusal(409, 'Tavi is on the way to pick it.', 'under-way');
  });
  opened({ state: 'ALLOCATED', lines: [whole], kept: [reserved], can: reservedCan });
  const pick = await screen.findByRole('button', { name: 'Pick all as listed' });
  expect(screen.queryByRole('button', { name: 'Allocate' })).toBeNull();
  await userEvent.click(pick);
  expect(await screen.findByText('Tavi is on the way to pick it.')).toBeTruthy();
});

it('frees one reservation, or all of them, or calls the picker away', async () => {
  answers('POST', '/api/outbound/5/reservations/40/release', () => card);
  answers('POST', '/api/outbound/5/release', () => card);
  answers('POST', '/api/outbound/5/round/leaving', () => card);
  opened({ state: 'ALLOCATED', lines: [whole], kept: [reserved], can: reservedCan });
  await press('Remove reservation');
  await waitFor(() =>
    expect(sent('POST', '/api/outbound/5/reservations/40/release')).toHaveLength(1),
  );
  await press('More');
  expect(screen.queryByRole('button', { name: 'Unassign picker' })).toBeNull();
  await press('Remove reservations');
  await waitFor(() => expect(sent('POST', '/api/outbound/5/release')).toHaveLength(1));
  cleanup();
  opened({
    state: 'PICKING',
    lines: [whole],
    kept: [reserved],
    round: 3,
    picker: 'Tavi',
    can: ['PICK_ALL', 'UNASSIGN_PICKER', 'CLOSE'],
  });
  await press('More');
  expect(screen.queryByRole('button', { name: 'Remove reservations' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Remove reservation' })).toBeNull();
  await press('Unassign picker');
  await waitFor(() => expect(sent('POST', '/api/outbound/5/round/leaving')).toHaveLength(1));
});

it('asks why an order is closed, and keeps the answer when it is refused', async () => {
  answers('POST', '/api/outbound/5/closing', () => {
    return new Refusal(400, 'Say why.', 'invalid', { field: 'reason' });
  });
  opened({});
  await press('More');
  await press('Close order');
  await userEvent.type(screen.getByLabelText('Why the rest is not shipped'), 'Called off');
  await press('Close order');
  expect(await screen.findByText('Say why.')).toBeTruthy();
  expect(screen.getByLabelText('Why the rest is not shipped')).toHaveProperty(
    'value',
    'Called off',
  );
  answers('POST', '/api/outbound/5/closing', () => card);
  await press('Close order');
  await waitFor(() => expect(screen.queryByLabelText('Why the rest is not shipped')).toBeNull());
  expect(sent('POST', '/api/outbound/5/closing').map((one) => one.body)).toEqual([
    { reason: 'Called off' },
    { reason: 'Called off' },
  ]);
});

it('warns that what is not picked follows, before it is handed over', async () => {
  opened({
    state: 'PICKING',
    can: ['SHIP', 'PICK_ALL'],
    lines: [{ ...whole, reserved: '5', picked: '40' }],
    kept: [
      { ...reserved, id: 41, quantity: '5' },
      { ...kept, quantity: '40' },
    ],
  });
  await press('Ship');
  expect(screen.getByText('What is not picked stays open and follows.')).toBeTruthy();
  await press('Go back');
  expect(screen.queryByText('What is not picked stays open and follows.')).toBeNull();
  expect(sent('POST', '/api/outbound/5/hand-over')).toHaveLength(0);
});

it('puts what is picked back where it was', async () => {
  answers('POST', '/api/outbound/5/picked/40/return', () => card);
  opened({ state: 'PICKING', lines: [whole], kept: [kept] });
  await press('Put back');
  await waitFor(() => expect(sent('POST', '/api/outbound/5/picked/40/return')).toHaveLength(1));
});

it('shows what has gone, who took it, and its papers', async () => {
  const goods = {
    id: 1,
    name: 'Flare, red',
    symbol: 'pc',
    quantity: '45',
    lot: 'L1',
    serial: null,
    load: null,
    condition: 'GOOD',
    expiry: null,
    posting: 88,
    reversed: false,
  };
  const despatch = {
    id: 2,
    number: 'DN-10002',
    at: '2026-11-21T10:00:00Z',
    person: 'Oddny',
    takenBy: 'Ferry',
    goods: [goods, { ...goods, id: 3, quantity: '2', reversed: true }],
  };
  opened({ state: 'SHIPPED', ended: despatch.at, lines: [whole], despatches: [despatch], can: [] });
  expect(await screen.findByText('Shipped: DN-10002')).toBeTruthy();
  expect(screen.getByText(/collected by Ferry/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'More' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Ship' })).toBeNull();
  await press('Papers');
  const links = screen.getAllByRole('link', { name: /DN-10002/ });
  expect(links.map((one) => one.getAttribute('href'))).toEqual([
    '/api/outbound/5/papers/DISPATCH?despatch=2',
    '/api/outbound/5/advices/2',
  ]);
});

it('lets a floor hand pick and hand over, and whoever only looks do nothing', async () => {
  const part = { lines: [line], kept: [reserved] };
  opened({ ...part, can: ['PICK_ALL'] }, ['MOVE']);
  expect(await screen.findByRole('button', { name: 'Pick all as listed' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Allocate' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Take several lots' })).toBeNull();
  cleanup();
  opened({ ...part, can: [] }, []);
  expect(await screen.findByText('75 pc available')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Pick all as listed' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'More' })).toBeNull();
});

it('changes an order that nothing is picked of, with its version', async () => {
  answers('GET', '/api/sites', () => [site]);
  answers('GET', '/api/customers', () => [
    { id: 9, code: 'SKERRY', name: 'Skerry', minimumLife: 0, oneLot: false, active: false },
  ]);
  answers('PUT', '/api/outbound/5', () => card);
  opened({ state: 'ALLOCATED', lines: [whole], kept: [reserved], can: reservedCan });
  await press('More');
  await press('Change');
  const many = await screen.findByLabelText('Quantity');
  await userEvent.clear(many);
  await userEvent.type(many, '30');
  await press('Add line');
  await press('Save');
  await waitFor(() => expect(sent('PUT', '/api/outbound/5')).toHaveLength(1));
  expect(sent('PUT', '/api/outbound/5')[0]?.body).toMatchObject({
    version: 2,
    customer: 'SKERRY',
    site: 1,
    lines: [{ item: 'FLR', packs: '30', price: 11, minimumLife: 90, oneLot: true }],
  });
  expect(await screen.findByRole('button', { name: 'Pick all as listed' })).toBeTruthy();
});

it('prints the pick sheets of the orders that are ticked in one file', async () => {
  laidOut();
  answers('GET', '/api/outbound/counts', () => ({}));
  answers('GET', '/api/outbound', () => ({
    total: 2,
    offset: 0,
    rows: [5, 6].map((id) => ({ ...card, id, number: `OB-${id}`, lines: 1, units: '1' })),
  }));
  show(<OutboundSpace />);
  const grid = await screen.findByRole('grid');
  await userEvent.click(await within(grid).findByLabelText('Tick row 1'));
  await userEvent.click(within(grid).getByLabelText('Tick row 2'));
  expect(screen.getByRole('link', { name: 'Pick sheets in one file' }).getAttribute('href')).toBe(
    '/api/outbound/pick-sheets?orders=5,6',
  );
  asItWas();
});
