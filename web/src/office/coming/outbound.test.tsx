// @vitest-environment jsdom
import { answers, empty, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { AllocateMany } from './AllocateMany';
import { OutboundForm } from './OutboundForm';
import { OutboundPanel } from './OutboundPanel';

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
  gone: '0',
  missing: '45',
  available: '75',
  coming: '20',
  price: 11,
  minimumLife: 90,
  oneLot: true,
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
  gone: null,
  round: null,
  picker: null,
  tote: null,
  value: 495,
  cost: 0,
  lines: [line],
  kept: [] as (typeof kept)[],
  parcels: [],
  despatches: [],
  events: [{ at: '2026-11-20T10:00:00Z', person: 'Oddny', what: 'ACCEPTED', detail: '1 lines' }],
};

beforeEach(empty);
afterEach(cleanup);

it('says what is missing, what is coming, and offers several lots', async () => {
  answers('GET', '/api/outbound/5', () => card);
  answers('POST', '/api/outbound/5/lines/1/split', () => card);
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByText('75 pc available')).toBeTruthy();
  expect(screen.getByText('20 pc on the way')).toBeTruthy();
  expect(screen.getByRole('complementary').textContent).toContain('good for 90 days');
  await userEvent.click(screen.getByRole('button', { name: 'Take several lots' }));
  await waitFor(() => expect(sent('POST', '/api/outbound/5/lines/1/split')).toHaveLength(1));
});

it('offers the next step only: pack before it is handed over', async () => {
  answers('GET', '/api/outbound/5', () => ({ ...card, state: 'PICKING', kept: [kept] }));
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  expect(await screen.findByRole('button', { name: 'Pack all into one' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Hand over' })).toBeNull();
  cleanup();
  answers('GET', '/api/outbound/5', () => ({ ...card, flow: 'PICK_HAND_OVER', kept: [kept] }));
  answers('POST', '/api/outbound/5/hand-over', () => ({ ...card, state: 'GONE' }));
  show(<OutboundPanel order={5} onClose={() => undefined} />);
  await userEvent.click(await screen.findByRole('button', { name: 'Hand over' }));
  await userEvent.type(screen.getByLabelText(/Who takes it/), 'Ferry');
  const all = screen.getAllByRole('button', { name: 'Hand over' });
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
  expect(await screen.findByText(/keep 90 days/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Item'), 'NIX');
  await userEvent.type(screen.getByLabelText('Quantity'), '4');
  await userEvent.type(screen.getByLabelText('Price each'), '2,50');
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('There is no item NIX.')).toBeTruthy();
  expect(sent('POST', '/api/outbound')[0]?.body).toMatchObject({
    customer: 'SKERRY',
    site: 1,
    lines: [{ item: 'NIX', packs: '4', price: 2.5 }],
  });
});

it('allocates by date and names what is still short', async () => {
  answers('GET', '/api/sites', () => [site]);
  answers('POST', '/api/outbound/allocation', () => ({
    orders: 3,
    lines: 7,
    shortLines: 1,
    shortOrders: ['OB-2'],
  }));
  show(<AllocateMany />);
  await userEvent.click(await screen.findByRole('button', { name: 'Allocate' }));
  expect((await screen.findByRole('status')).textContent).toContain('OB-2');
});
