// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { sentence } from '../testing/sentence';
import type { View } from './desks';
import { SentenceScreen } from './SentenceScreen';

const PICKING = [
  'orders',
  'choosable',
  'order',
  'asked',
  'shortBy',
  'substitute',
  'stops',
  'parcels',
  'packs',
];

/** The sentence as it is sent: what is picked stands apart. */
function told(flat: Record<string, unknown>): View {
  const picking: Record<string, unknown> = {};
  const more: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(flat)) {
    (PICKING.includes(name) ? picking : more)[name] = value;
  }
  return sentence({ ...more, picking } as unknown as View);
}

const tells = (method: 'GET' | 'POST', path: string, flat: () => Record<string, unknown>) =>
  answers(method, path, () => told(flat()));

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay' } as never;

const item = {
  state: 'SUGGESTED',
  id: 7,
  code: 'FLR',
  name: 'Flare, red',
  symbol: 'pc',
  decimals: 0,
  tracking: 'LOT',
  packs: [],
  available: null,
  picture: null,
  shelfNote: '',
};

const stop = (id: number, place: string, order: string, tote: string | null = null) => ({
  id,
  orderId: 3,
  placeId: id + 10,
  place,
  name: 'Flare, red',
  mark: 'L1',
  quantity: '10',
  symbol: 'pc',
  order,
  tote,
});

const view = {
  site: 1,
  verb: 'PICK',
  outcome: 'STANDS',
  orders: [{ id: 3, number: 'OB-1', party: 'Skerry', tote: null, left: 2 }],
  choosable: [],
  order: 'OB-1',
  item,
  lot: { state: 'SUGGESTED', why: 'RESERVED', id: 61, code: 'L1', expiry: '2027-05-01' },
  serial: null,
  place: { state: 'SUGGESTED', why: 'NEXT_STOP', id: 11, address: 'QA-01-A', area: '' },
  quantity: { state: 'SUGGESTED', why: 'STILL_ASKED', value: '10', packs: '' },
  into: null,
  asked: '10',
  shortBy: '0',
  substitute: false,
  wanted: ['ITEM', 'LOT', 'PLACE'],
  whole: true,
  ready: false,
  canUndo: false,
  stops: [stop(1, 'QA-01-A', 'OB-1'), stop(2, 'QA-02-A', 'OB-1')],
  parcels: [],
  packs: true,
  choices: [],
  refusal: null,
  done: null,
};

const none = {
  ...view,
  orders: [],
  order: null,
  stops: [],
  choosable: ['OB-1', 'OB-2'].map((number, i) => ({
    id: i + 3,
    number,
    party: 'Skerry',
    state: 'ALLOCATED',
    needed: '2026-12-01',
    late: i,
    lines: 2,
    picker: null,
  })),
};

beforeEach(empty);
afterEach(cleanup);

it('shows the next stop with the bin first, and takes it once that is certain', async () => {
  tells('GET', '/api/floor/PICK', () => view);
  tells('POST', '/api/floor/PICK/act', () => ({
    ...view,
    ready: true,
    place: { ...view.place, state: 'SAID' },
  }));
  show(<SentenceScreen site={site} verb="PICK" />);
  const sentence = await screen.findByTestId('sentence');
  expect(sentence.textContent).toMatch(/^QA-01-A/);
  await press('Accept suggestion');
  expect(await screen.findByRole('button', { name: 'Pick 10 pc' })).toBeTruthy();
  expect(sent('POST', '/api/floor/PICK/act')[0]?.body).toMatchObject({
    action: 'CONFIRM',
  });
});

it('asks why when less is there, and sends the reason', async () => {
  tells('GET', '/api/floor/PICK', () => view);
  tells('POST', '/api/floor/pick/short', () => ({
    ...view,
    outcome: 'DONE',
    done: {
      posting: 0,
      told: [
        {
          type: 'short',
          values: { quantity: '10', place: 'QA-01-A', elsewhere: ['QA-02-A'], missing: '0' },
        },
      ],
      load: null,
      suggested: null,
    },
  }));
  show(<SentenceScreen site={site} verb="PICK" />);
  await press('Short pick');
  await press('Nothing is there');
  expect((await screen.findByRole('status')).textContent).toContain('now from QA-02-A');
  expect(sent('POST', '/api/floor/pick/short')[0]?.body).toEqual({ site: 1, reason: 'EMPTY' });
});

it('gathers two orders with their totes into one walk', async () => {
  tells('GET', '/api/floor/PICK', () => none);
  tells('POST', '/api/floor/pick/round', () => view);
  show(<SentenceScreen site={site} verb="PICK" />);
  await press(/OB-1/);
  await press(/OB-2.*late/);
  await userEvent.type(screen.getByLabelText('Tote of OB-1'), 'RU.TOTE-1');
  await press('Pick 2 in one route');
  await waitFor(() =>
    expect(sent('POST', '/api/floor/pick/round')[0]?.body).toEqual({
      site: 1,
      orders: [{ order: 3, tote: 'TOTE-1' }, { order: 4 }],
    }),
  );
});

it('leaps to another stop by a tap, and warns of what the list does not say', async () => {
  tells('GET', '/api/floor/PICK', () => ({ ...view, substitute: true }));
  tells('POST', '/api/floor/PICK/say', () => view);
  show(<SentenceScreen site={site} verb="PICK" />);
  expect((await screen.findByRole('alert')).textContent).toContain('rules allow it');
  await press(/QA-02-A/);
  await waitFor(() =>
    expect(sent('POST', '/api/floor/PICK/say')[0]?.body).toMatchObject({
      saying: { kind: 'BIN', place: 12 },
    }),
  );
});

const parcel = {
  load: 9,
  code: '302000010000000066',
  weight: null as number | null,
  weighed: false,
  service: '',
  tracking: '',
  kinds: 1,
  shipped: false,
};

it('packs into a new load, weighs it, and hands it over', async () => {
  let stops = view.stops.slice(0, 1);
  let parcels: (typeof parcel)[] = [];
  const packing = () => ({ ...view, verb: 'PACK', whole: parcels.length > 0, stops, parcels });
  tells('GET', '/api/floor/PACK', packing);
  answers('GET', '/api/scales', () => []);
  answers('GET', '/api/carrier-services', () => [
    { carrierId: 1, carrier: 'Coast', service: 'ND', name: 'Next day', most: 30 },
  ]);
  tells('POST', '/api/floor/pick/load', () => {
    parcels = [parcel];
    return {
      ...packing(),
      ready: true,
      into: { state: 'SAID', value: parcel.code },
    };
  });
  tells('POST', '/api/floor/PACK/act', () => {
    stops = [];
    return { ...packing(), outcome: 'DONE', done: { posting: 5, told: [] } };
  });
  answers('POST', '/api/outbound/3/parcels/9/weight', () => {
    parcels = [{ ...parcel, weight: 4.2, weighed: true }];
    return {};
  });
  answers('POST', '/api/outbound/3/hand-over', () => ({}));
  tells('POST', '/api/floor/PACK/document', () => ({ ...none, verb: 'PACK' }));
  show(<SentenceScreen site={site} verb="PACK" />);
  await press('New unit load');
  await press('Pack 10 pc');
  await press('Weigh');
  expect(await screen.findByText(/4.2 kg/)).toBeTruthy();
  await press('Ship');
  expect(await screen.findByText('Pack an order')).toBeTruthy();
});

it('says why the walk leads there, and that something has changed since', async () => {
  const choice = (place: string, rank: number, behind: string | null, verdict: string) => ({
    rank,
    verdict,
    behind,
    placeId: rank === 1 ? 11 : 12,
    place,
    area: 'Rack',
    lot: null,
    expiry: null,
    serial: null,
    inDate: null,
    condition: 'GOOD',
    free: '20',
    taken: rank === 1 ? '10' : '0',
    rule: null,
  });
  tells('GET', '/api/floor/PICK', () => view);
  const stop = view.stops[0];
  answers('GET', `/api/outbound/3/reserved/${stop.id}/reason`, () => ({
    placeId: 11,
    place: 'QA-01-A',
    still: false,
    now: {
      name: 'D shackle',
      governing: 'Oldest first, then the shortest walk',
      choices: [
        choice('QA-01-A', 1, 'FIRST', 'TAKEN'),
        choice('QB-07-C', 2, 'OLDEST', 'NOT_NEEDED'),
        choice('QZ-01-A', 0, null, 'NOT_GOOD'),
      ],
    },
  }));
  show(<SentenceScreen site={site} verb="PICK" />);
  await press('Why there?');
  expect(await screen.findByText('Oldest first, then the shortest walk')).toBeTruthy();
  expect(screen.getByText(/Something has changed since it was reserved/)).toBeTruthy();
  expect(screen.getByText('QB-07-C')).toBeTruthy();
  expect(screen.getByText(/on hold or rejected/)).toBeTruthy();
  await press('Back to pick route');
  expect(screen.queryByText('QB-07-C')).toBeNull();
});
