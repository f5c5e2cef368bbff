// @vitest-environment jsdom
import { answers, empty, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { Earnings } from './Earnings';
import { JobForm } from './JobForm';
import { OutboundParcels } from './OutboundParcels';
import { OutboundSpace } from './OutboundSpace';
import { OutboundState } from './OutboundState';
import { RequestedFor } from './RequestedFor';

type Parcel = Schemas['OutboundCard']['parcels'][number];
type Kept = Schemas['OutboundCard']['kept'][number];

function kept(part: Partial<Kept>): Kept {
  return {
    id: 40,
    line: 1,
    itemId: 7,
    item: 'FLR',
    name: 'Flare, red',
    symbol: 'pc',
    placeId: 3,
    place: 'PK-01',
    walk: 1,
    lotId: 61,
    lot: 'L1',
    expiry: null,
    serialId: 0,
    serial: null,
    loadId: 9,
    load: '306',
    condition: 'GOOD',
    quantity: '4',
    picked: true,
    ...part,
  };
}

function parcel(part: Partial<Parcel>): Parcel {
  return {
    load: 9,
    code: '306',
    placeId: 3,
    place: 'PK-01',
    weight: null,
    weighed: false,
    service: null,
    tracking: null,
    shipped: false,
    ...part,
  } as Parcel;
}

function order(parcels: Parcel[], on: Kept[], state = 'PACKED') {
  return { id: 5, state, parcels, kept: on } as unknown as Schemas['OutboundCard'];
}

const row = {
  id: 5,
  number: 'OB-10005',
  kind: 'CUSTOMER',
  state: 'SHORT',
  siteId: 1,
  site: 'Kittiwake Quay',
  party: 'Skerry Lifeboats',
  needed: '2026-11-20',
  late: 6,
  lines: 3,
  shortLines: 1,
  parcels: 0,
  picker: null,
  value: 495,
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [
    { id: 1, code: 'KQ', name: 'Kittiwake Quay', areas: [] },
    { id: 3, code: 'PS', name: 'Pontoon Shop', areas: [] },
  ]);
  answers('GET', '/api/scales', () => []);
  answers('GET', '/api/carrier-services', () => [
    { carrierId: 3, carrier: 'Coast', service: 'ND', name: 'Next day', most: 30 },
    { carrierId: 3, carrier: 'Coast', service: 'PAL', name: 'Pallet', most: 800 },
  ]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('adds up what is alike on one unit load', () => {
  const on = [kept({}), kept({ id: 41, line: 2, quantity: '3' }), kept({ id: 42, lotId: 62 })];
  show(<OutboundParcels card={order([parcel({})], on)} />);
  expect(screen.getAllByText(/Flare, red/)).toHaveLength(2);
  expect(screen.getByText('7')).toBeTruthy();
});

it('weighs a unit load on the scale, or takes what is typed', async () => {
  const weighed = '/api/outbound/5/parcels/9/weight';
  answers('POST', weighed, () => new Refusal(409, 'The scale shows nothing.', 'scale'));
  show(<OutboundParcels card={order([parcel({})], [kept({})])} />);
  await press('Weigh');
  expect(await screen.findByText('The scale shows nothing.')).toBeTruthy();
  expect(sent('POST', weighed)[0]?.body).toEqual({});
  const set = screen.getByRole('button', { name: 'Set' });
  expect(set).toHaveProperty('disabled', true);
  await userEvent.type(screen.getByLabelText('Kilograms'), '2,5');
  answers('POST', weighed, () => ({}));
  await userEvent.click(set);
  await waitFor(() => expect(sent('POST', weighed)[1]?.body).toEqual({ weight: 2.5 }));
});

it('gives a weighed unit load to a carrier, and prints its label then', async () => {
  const carried = '/api/outbound/5/parcels/9/carriage';
  answers('POST', carried, () => ({}));
  show(<OutboundParcels card={order([parcel({ weight: 2.5 })], [kept({})])} />);
  expect(screen.getByText('2.5 kg (typed)')).toBeTruthy();
  expect(screen.queryByText('Carrier label')).toBeNull();
  await screen.findByText('Pallet, up to 800 kg');
  await userEvent.selectOptions(screen.getByLabelText('Carrier'), 'Pallet, up to 800 kg');
  await waitFor(() =>
    expect(sent('POST', carried)[0]?.body).toEqual({ carrier: 3, service: 'PAL' }),
  );
  cleanup();
  const carriedOne = parcel({ weight: 2.5, weighed: true, service: 'Pallet', tracking: 'T-1' });
  show(<OutboundParcels card={order([carriedOne], [kept({})])} />);
  expect(screen.getByText('2.5 kg · Pallet T-1')).toBeTruthy();
  expect(screen.queryByLabelText('Carrier')).toBeNull();
  expect(screen.getByText('Carrier label').getAttribute('href')).toBe(
    '/api/outbound/5/papers/CARRIER?load=9',
  );
});

it('does away with an empty unit load, but not with what has gone', async () => {
  answers('DELETE', '/api/outbound/5/parcels/9', () => ({}));
  show(<OutboundParcels card={order([parcel({})], [])} />);
  await press('Delete unit load');
  await waitFor(() => expect(sent('DELETE', '/api/outbound/5/parcels/9')).toHaveLength(1));
  cleanup();
  show(<OutboundParcels card={order([parcel({ shipped: true })], [])} />);
  expect(screen.queryByRole('button', { name: 'Delete unit load' })).toBeNull();
  cleanup();
  show(<OutboundParcels card={order([parcel({})], [])} />, { permissions: [] });
  expect(screen.queryByRole('button', { name: 'Delete unit load' })).toBeNull();
});

it('shows what is open with how many there are, and what is late and short', async () => {
  answers('GET', '/api/outbound', () => ({ total: 1, offset: 0, rows: [row] }));
  answers('GET', '/api/outbound/counts', () => ({
    open: 14,
    late: 2,
    shortOnes: 1,
    allocated: 3,
    picking: 1,
    packed: 0,
  }));
  show(<OutboundSpace />);
  expect(await screen.findByText('Skerry Lifeboats')).toBeTruthy();
  expect(screen.getByText('6 days late')).toBeTruthy();
  expect(await screen.findByText('Open (14)')).toBeTruthy();
  expect(sent('GET', '/api/outbound')[0]?.query.get('filter')).toBe('OPEN');
  await userEvent.selectOptions(screen.getByLabelText('Show'), 'LATE');
  await waitFor(() => {
    const last = sent('GET', '/api/outbound').pop();
    expect(last?.query.get('filter')).toBe('LATE');
  });
});

it('tells an empty list from one that nothing matches', async () => {
  answers('GET', '/api/outbound', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/outbound/counts', () => new Refusal(500, 'No.'));
  show(<OutboundSpace />);
  expect(await screen.findByText('No orders yet. Add the first.')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Number, customer, item'), 'skerry');
  expect(await screen.findByText('No order matches.')).toBeTruthy();
  expect(sent('GET', '/api/outbound').pop()?.query.get('q')).toBe('skerry');
});

it('offers new orders to those who may post only', async () => {
  answers('GET', '/api/outbound', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/kits', () => []);
  show(<OutboundSpace />, { permissions: ['MOVE'] });
  expect(await screen.findByText('No orders yet. Add the first.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'New order' })).toBeNull();
  cleanup();
  show(<OutboundSpace />);
  await press('More');
  await press('New job');
  expect(await screen.findByText(/No item has components yet/)).toBeTruthy();
});

it('says what a job takes before it is written', async () => {
  const done = vi.fn();
  answers('GET', '/api/kits', () => [
    {
      kitId: 30,
      kit: 'KIT-001',
      name: 'Mooring kit',
      components: [
        { itemId: 5, item: 'SHK-001', name: 'D shackle', quantity: '2', symbol: 'pc' },
        { itemId: 6, item: 'ROP-012', name: 'Rope, 12 mm', quantity: '7.5', symbol: 'm' },
      ],
    },
  ]);
  answers('POST', '/api/outbound/jobs', () => ({ id: 77 }));
  show(<JobForm onDone={done} />);
  const many = await screen.findByLabelText(/^Quantity/);
  await userEvent.clear(many);
  await userEvent.type(many, '4');
  const takes = screen.getByText('Rope, 12 mm').parentElement!;
  expect(takes.textContent).toContain('30');
  await userEvent.selectOptions(screen.getByLabelText('Site'), '3');
  await press('Save');
  await waitFor(() => expect(done).toHaveBeenCalledWith({ id: 77 }));
  expect(sent('POST', '/api/outbound/jobs')[0]?.body).toEqual({
    kit: 'KIT-001',
    kits: '4',
    site: 3,
    note: '',
  });
});

it('draws what orders earned, and keeps a margin without a price apart', async () => {
  const earned = { itemId: 7, item: 'FLR', name: 'Flare, red', symbol: 'pc', quantity: '45' };
  answers('GET', '/api/outbound/earnings', (asked) =>
    asked.query.get('days') === '7'
      ? []
      : [
          { ...earned, orders: 2, sold: 495, cost: 300, margin: 195, percent: 39 },
          {
            ...earned,
            itemId: 8,
            item: 'ROP',
            name: 'Rope',
            orders: 1,
            sold: 0,
            cost: 20,
            margin: -20,
            percent: null,
          },
        ],
  );
  show(<Earnings site={1} />);
  expect(await screen.findByText(/sold for 495.00, margin 175.00/)).toBeTruthy();
  const link = screen.getByRole('link', { name: 'Rope' });
  expect(within(link.parentElement!).getByText('–')).toBeTruthy();
  expect(sent('GET', '/api/outbound/earnings')[0]?.query.get('site')).toBe('1');
  await userEvent.selectOptions(screen.getByRole('combobox'), '7');
  expect(await screen.findByText('Nothing was shipped to customers in these days.')).toBeTruthy();
});

it('says how far an order is in words', () => {
  for (const [state, word] of [
    ['ACCEPTED', 'Accepted'],
    ['SHORT', 'Short'],
    ['SHIPPED', 'Shipped'],
  ] as const) {
    show(<OutboundState state={state} />);
    expect(screen.getByText(word)).toBeTruthy();
    cleanup();
  }
});

it('asks what becomes of what was requested for a cancelled order', async () => {
  const line = { name: 'Rope', number: 'RQ-00007', quantity: '6', symbol: 'm', sourceLine: 1 };
  let rows = [
    { ...line, id: 7, source: 'OB-10005', state: 'APPROVED' },
    { ...line, id: 8, source: 'OB-10005', state: 'ORDERED' },
    { ...line, id: 9, source: 'OB-100051', state: 'REQUESTED' },
  ];
  answers('GET', '/api/requisitions', () => ({ total: 3, offset: 0, rows }));
  answers('POST', '/api/requisitions/keeping', () => {
    rows = [];
    return { count: 1, orders: [] };
  });
  show(<RequestedFor card={{ number: 'OB-10005', state: 'CANCELLED' } as never} />);
  expect(await screen.findAllByText('RQ-00007')).toHaveLength(1);
  await press('Keep it for stock');
  await waitFor(() =>
    expect(sent('POST', '/api/requisitions/keeping')[0]?.body).toEqual({ ids: [7] }),
  );
  await waitFor(() => expect(screen.queryByText('RQ-00007')).toBeNull());
});
