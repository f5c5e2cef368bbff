// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../testing/house';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { noBin as nowhere, sentence } from '../testing/sentence';
import type { View } from './desks';
import { SentenceScreen } from './SentenceScreen';

type Counting = NonNullable<View['counting']>;

const site = { id: 1, name: 'Kittiwake Quay' } as Schemas['SiteCard'];

const count: NonNullable<Counting['count']> = {
  id: 9,
  number: 'CO-10009',
  method: 'SWEEP',
  shape: 'BIN',
  blind: true,
  state: 'COUNTING',
  note: 'Flare locker',
  slips: 12,
  done: 3,
};

const line: Counting['lines'][number] = {
  id: 71,
  mine: true,
  person: 'Tavi',
  itemId: 5,
  item: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  decimals: 0,
  picture: null,
  place: 'QA-01-A',
  lot: null,
  expiry: null,
  serial: null,
  load: null,
  condition: 'GOOD',
  quantity: '12',
  packs: '1 box 2',
  stated: false,
  at: '2026-03-02T10:30:00Z',
};

const missing: Counting['notFound'][number] = {
  itemId: 6,
  item: 'BCN-001',
  name: 'Beacon',
  symbol: 'pc',
  picture: null,
  place: 'QA-01-A',
  lot: null,
  serial: 'B-77',
  load: null,
  quantity: null,
};

const counting: Counting = {
  count,
  counts: [],
  slip: {
    id: 31,
    slip: 4,
    again: false,
    mine: false,
    taken: true,
    placeId: 11,
    place: 'QA-01-A',
    itemId: null,
    item: null,
    load: null,
  },
  unbinned: false,
  statesAll: true,
  asking: false,
  lines: [],
  notFound: [],
  slips: [],
  others: [],
};

const bin = { state: 'SAID', why: null, id: 11, address: 'QA-01-A', area: 'Pick face' } as const;

/** How it stands in a bin, but for what a test says of it. */
function at(part: Partial<Counting> = {}, more: Partial<View> = {}): View {
  return sentence({
    verb: 'COUNT',
    place: bin,
    condition: 'GOOD',
    wanted: ['ITEM', 'PLACE'],
    counting: { ...counting, ...part },
    ...more,
  });
}

beforeEach(() => {
  empty();
  vi.stubGlobal('AudioContext', undefined);
});
afterEach(cleanup);

function stands(part: Partial<Counting>, more: Partial<View> = {}) {
  answers('GET', '/api/floor/COUNT', () => at(part, more));
  show(<SentenceScreen site={site} verb="COUNT" />);
}

const said = () => asked.filter((one) => one.method === 'POST').map((one) => one.body);

it('offers the open counts, and one of one’s own', async () => {
  stands({ count: null, counts: [count], slip: null }, { place: nowhere });
  answers('POST', '/api/floor/COUNT/document', () => at());
  expect(await screen.findByText('3 of 12')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Whole bins' })).toBeTruthy();
  await press(/CO-10009/);
  await waitFor(() => expect(said()).toEqual([{ site: 1, document: 9 }]));
});

it('lists unit loads with where the book has them, and says that one is not there', async () => {
  const load = { ...counting.slip!, load: '340123450000000017', place: 'QA-02-A', placeId: null };
  const byLoad = { ...count, shape: 'LOAD' as const };
  stands({ count: byLoad, slip: null, slips: [load] }, { place: nowhere });
  const row = await screen.findByRole('button', { name: /340123450000000017/ });
  expect(row.textContent).toContain('QA-02-A');
  cleanup();
  stands({ count: byLoad, slip: load }, { place: bin });
  expect(
    await screen.findByRole('button', { name: '340123450000000017 is not there' }),
  ).toBeTruthy();
  expect(screen.getByLabelText(/Scan the unit load/)).toBeTruthy();
});

it('says that a bin is empty only while nothing was said in it', async () => {
  stands({ notFound: [missing] });
  expect(await screen.findByText('The book has 1 line here')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'QA-01-A is empty' })).toBeTruthy();
  cleanup();
  stands({}, { item: { ...at().item, state: 'SAID', id: 5, name: 'D shackle', symbol: 'pc' } });
  expect(await screen.findByRole('button', { name: 'Finish QA-01-A' })).toBeTruthy();
});

it('asks before anything is stated as not there, and goes on if told so', async () => {
  stands({ asking: true, lines: [line], notFound: [missing] });
  answers('POST', '/api/floor/COUNT/act', () => at({ lines: [line] }));
  expect(await screen.findByText('QA-01-A: 1 line was not scanned')).toBeTruthy();
  expect(screen.getByText(/B-77/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Count as zero' })).toBeTruthy();
  await press('Continue counting');
  await waitFor(() => expect(said()).toEqual([{ site: 1, action: 'UNDO' }]));
  expect(await screen.findByText('D shackle')).toBeTruthy();
});

it('lets one correct one’s own lines, and only look at those of others', async () => {
  stands({
    lines: [line, { ...line, id: 72, mine: false, person: 'Oddny', quantity: '3' }],
    others: ['Oddny'],
  });
  answers('POST', '/api/floor/count/line', () => at());
  expect(await screen.findByText('by Oddny')).toBeTruthy();
  expect(screen.getByText('Oddny is counting here too')).toBeTruthy();
  expect(screen.getAllByRole('button', { name: /Change/ })).toHaveLength(1);
  await press('Change D shackle');
  const field = screen.getByLabelText('Quantity (pc)');
  await userEvent.clear(field);
  await userEvent.type(field, '12,5{Enter}');
  await waitFor(() => expect(said()).toEqual([{ site: 1, line: 71, quantity: '12.5' }]));
});

it('takes a line away', async () => {
  stands({ lines: [{ ...line, serial: 'B-5', quantity: '1' }] });
  answers('POST', '/api/floor/count/line', () => at());
  await press('Change D shackle');
  expect(screen.queryByLabelText(/How many \(/)).toBeNull();
  await press('Remove');
  await waitFor(() => expect(said()).toEqual([{ site: 1, line: 71 }]));
});

it('offers to count a bin that is on no slip', async () => {
  stands({ slip: null, slips: [{ ...counting.slip!, id: 5 }] }, { place: nowhere });
  answers(
    'POST',
    '/api/floor/COUNT/scan',
    () => new Refusal(422, 'That bin is not on CO-10009.', 'not-on-count', { place: 44 }),
  );
  answers('POST', '/api/floor/count/enter', () => at());
  await screen.findByText('Next');
  await userEvent.type(screen.getByLabelText('Scan the bin'), 'RB.KQ.QZ-01{Enter}');
  await press('Count this bin too');
  await waitFor(() => expect(said()).toContainEqual({ site: 1, place: 44 }));
});

it('shows what is left to count, and ends a count without slips', async () => {
  stands(
    {
      count: { ...count, shape: 'FREE', done: 2 },
      slip: null,
      slips: [{ ...counting.slip!, again: true, mine: true }],
    },
    { place: nowhere },
  );
  answers('POST', '/api/floor/count/finish', () =>
    at(
      { count: null, slip: null },
      {
        place: nowhere,
        outcome: 'DONE',
        done: {
          posting: 0,
          told: [{ type: 'in-review', values: { number: 'CO-10009' } }],
          load: null,
          suggested: null,
        },
      },
    ),
  );
  const slip = await screen.findByRole('button', { name: /QA-01-A/ });
  expect(within(slip).getByText(/count again · yours/)).toBeTruthy();
  await press('Finish count');
  expect(await screen.findByText('CO-10009 is in review now.')).toBeTruthy();
});
