// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { noBin, sentence } from '../testing/sentence';
import type { View } from './desks';
import { ChooseSiteContext } from './chosenSite';
import { SentenceScreen } from './SentenceScreen';

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay' } as never;

const job = {
  id: 5,
  version: 0,
  code: 'JOB',
  name: 'Taken for a job',
  purpose: 'MOVEMENT',
  direction: 'OUT',
  contra: 'USED_UP',
  account: '',
  noteNeeded: false,
  sites: [],
  roles: [],
  onFloor: true,
  comesBack: false,
  approvalValue: null,
  oppositeId: null,
  active: true,
  fields: [{ id: 71, name: 'Job', type: 'TEXT', required: true, choices: [] }],
};

/** The Adjust sentence, and what is adjusted with it. */
function view(part: Partial<View> = {}, adjusting: Partial<View['adjusting']> = {}): View {
  return sentence({
    verb: 'ADJUST',
    place: noBin,
    adjusting: {
      kind: job,
      way: 'OUT',
      kinds: [],
      further: [],
      book: null,
      lines: [],
      leftAt: null,
      posted: null,
      ...adjusting,
    } as View['adjusting'],
    ...part,
  });
}

const line = {
  line: 1,
  item: 7,
  code: 'RPE',
  name: 'Rope',
  symbol: 'm',
  decimals: 3,
  lot: null,
  serial: null,
  placeId: 3,
  place: 'QA-01-A',
  load: null,
  condition: 'GOOD',
  quantity: '3',
} as const;

beforeEach(empty);
afterEach(cleanup);

it('begins with why, each reason under the way that goods go', async () => {
  const either = { ...job, id: 2, name: 'Counted again', direction: 'EITHER', fields: [] };
  answers('GET', '/api/floor/ADJUST', () =>
    view({}, { kind: null, kinds: [job, either] as never }),
  );
  answers('POST', '/api/floor/adjust/kind', () => view());
  show(<SentenceScreen site={site} verb="ADJUST" />);
  expect(await screen.findByRole('region', { name: 'Set quantity' })).toBeTruthy();
  await userEvent.click(screen.getByText('Taken for a job'));
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/floor/adjust/kind')?.body).toEqual({
      site: 1,
      kind: 5,
      way: 'OUT',
    }),
  );
});

it('puts a whole sentence into the basket with its largest button', async () => {
  answers('GET', '/api/floor/ADJUST', () =>
    view(
      {
        whole: true,
        canUndo: true,
        item: { ...view().item, state: 'SAID', id: 7, name: 'Rope', symbol: 'm' },
        quantity: { state: 'SAID', why: null, value: '3', packs: '' },
        place: { ...noBin, state: 'ONLY', id: 3, address: 'QA-01-A' },
      },
      { book: '40' },
    ),
  );
  answers('POST', '/api/floor/ADJUST/act', () => view({ outcome: 'DONE' }, { lines: [line] }));
  show(<SentenceScreen site={site} verb="ADJUST" />);
  expect((await screen.findByTestId('sentence')).textContent).toContain('QA-01-A holds 40');
  await press('Add line');
  expect(await screen.findByRole('button', { name: 'Review 1 line' })).toBeTruthy();
});

it('asks for the fields when the basket is posted, and keeps it when one is missing', async () => {
  answers('GET', '/api/floor/ADJUST', () => view({}, { lines: [line] }));
  answers(
    'POST',
    '/api/floor/adjust/posting',
    () => new Refusal(400, 'Job is needed.', 'invalid', { field: 'field-71' }),
  );
  show(<SentenceScreen site={site} verb="ADJUST" />);
  await press('Review 1 line');
  await press('Post 1 line');
  expect((await screen.findAllByText('Job is needed.')).length).toBeGreaterThan(0);
  expect(screen.getByText('Rope')).toBeTruthy();
  answers('POST', '/api/floor/adjust/posting', () =>
    view(
      { outcome: 'DONE' },
      {
        posted: {
          id: 1,
          number: 'MV-00001',
          state: 'POSTED',
          lines: 1,
          net: -3,
          posting: 8,
        },
      },
    ),
  );
  await userEvent.type(screen.getByLabelText('Job'), 'J-1042');
  await press('Post 1 line');
  expect(await screen.findByText('MV-00001')).toBeTruthy();
  const sent = asked.filter((one) => one.path === '/api/floor/adjust/posting');
  expect(sent[1].body).toMatchObject({ site: 1, fields: { 71: 'J-1042' } });
  expect(sent[0].command).not.toBe(sent[1].command);
});

it('changes a line of the basket, and takes one out', async () => {
  answers('GET', '/api/floor/ADJUST', () => view({}, { lines: [line] }));
  answers('POST', '/api/floor/adjust/line', () => view({}, { lines: [line] }));
  show(<SentenceScreen site={site} verb="ADJUST" />);
  await press('Review 1 line');
  await userEvent.click(screen.getByText('Rope'));
  const amount = screen.getByLabelText('Quantity');
  await userEvent.clear(amount);
  await userEvent.type(amount, '2,5');
  await press('Change');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/floor/adjust/line')?.body).toEqual({
      site: 1,
      line: 1,
      quantity: '2.5',
    }),
  );
  expect(asked.some((one) => one.path === '/api/floor/adjust/posting')).toBe(false);
});

it('changes a line by Enter, and posts nothing by it', async () => {
  answers('GET', '/api/floor/ADJUST', () => view({}, { lines: [line] }));
  answers('POST', '/api/floor/adjust/line', () => view({}, { lines: [line] }));
  show(<SentenceScreen site={site} verb="ADJUST" />);
  await press('Review 1 line');
  await userEvent.click(screen.getByText('Rope'));
  const amount = screen.getByLabelText('Quantity');
  await userEvent.clear(amount);
  await userEvent.type(amount, '3{Enter}');
  await waitFor(() =>
    expect(asked.filter((one) => one.method === 'POST').map((one) => one.path)).toEqual([
      '/api/floor/adjust/line',
    ]),
  );
});

it('says several reasons of what is scrapped', async () => {
  const scrap = { ...job, id: 8, code: 'DMG', name: 'Damaged', purpose: 'SCRAP', fields: [] };
  const wet = { ...scrap, id: 9, code: 'WET', name: 'Got wet' };
  answers('GET', '/api/floor/ADJUST', () =>
    view({}, { kind: scrap, further: [wet], lines: [line] } as never),
  );
  answers('POST', '/api/floor/adjust/posting', () => view({ outcome: 'DONE' }));
  show(<SentenceScreen site={site} verb="ADJUST" />);
  await press(/1 line/);
  await userEvent.click(await screen.findByLabelText('Got wet'));
  await press(/Post/);
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/floor/adjust/posting')?.body).toMatchObject({
      site: 1,
      reasons: [9],
    }),
  );
});

it('goes on at the other site with the same reason when a bin of it is scanned', async () => {
  const refusal = {
    type: 'other-site',
    values: { place: 'A-01-A', site: 'Pontoon Shop', siteId: 2, scan: 'RB.PS.A-01-A' },
  };
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Kittiwake Quay' },
    { id: 2, name: 'Pontoon Shop' },
  ]);
  answers('GET', '/api/floor/ADJUST', () => view({ outcome: 'REFUSED', refusal } as never));
  answers('POST', '/api/floor/adjust/kind', () => view({ site: 2 }));
  answers('POST', '/api/floor/ADJUST/scan', () => view({ site: 2 }));
  const chosen: number[] = [];
  show(
    <ChooseSiteContext value={(next) => chosen.push(next)}>
      <SentenceScreen site={site} verb="ADJUST" />
    </ChooseSiteContext>,
  );
  await press('Go on at Pontoon Shop');
  expect(chosen).toEqual([2]);
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/floor/ADJUST/scan')?.body).toMatchObject({
      site: 2,
      text: 'RB.PS.A-01-A',
    }),
  );
  expect(asked.find((one) => one.path === '/api/floor/adjust/kind')?.body).toEqual({
    site: 2,
    kind: 5,
    way: 'OUT',
  });
});
