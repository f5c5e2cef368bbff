// @vitest-environment jsdom
import { answers, asked, empty, fill, press, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { AccuracyPage } from './AccuracyPage';
import { CountForm } from './CountForm';
import { CountPage } from './CountPage';
import { CountHistory } from './CountHistory';
import { Posting } from './Posting';
import { ProgrammePage } from './ProgrammePage';
import { ResultPanel } from './ResultPanel';
import { VarianceChart } from './VarianceChart';

const card = {
  id: 7,
  version: 3,
  number: 'CO-10007',
  siteId: 1,
  site: 'Kittiwake Quay',
  method: 'SWEEP',
  shape: 'BIN',
  blind: true,
  unplanned: false,
  state: 'IN_REVIEW',
  note: '',
  proposedBy: null,
  posting: 0,
  slips: 4,
  done: 4,
  hands: [{ name: 'Tavi', slips: 0, done: 4, lines: 9 }],
  changes: [{ at: '2026-03-02T10:30:00Z', person: 'Tavi', what: 'REVIEW', detail: '' }],
  can: ['POST', 'DECIDE', 'REOPEN', 'ASSIGN', 'CANCEL'],
} as unknown as Schemas['CountCard'];

const outcome: Schemas['CountOutcome'] = {
  counted: 9,
  lines: 2,
  up: 1,
  down: 1,
  gain: 2,
  loss: 30,
  net: -28,
  gross: 32,
  undecided: 0,
  waiting: 0,
  uncounted: 0,
  overtaken: 0,
  few: [],
  approvalValue: 500,
  needsApproval: false,
};

const result = {
  id: 41,
  name: 'D shackle',
  symbol: 'pc',
  place: 'QA-01-A',
  lot: null,
  serial: null,
  condition: 'GOOD',
  book: '35',
  counted: '33',
  variance: '-2',
  percent: -5.7,
  value: -5,
  people: 'Tavi',
  moment: '2026-03-02T10:30:00Z',
  rounds: 1,
  round: 1,
  stated: false,
  disturbed: true,
  decision: 'UNDECIDED',
  byRule: false,
  decidedBy: null,
} as unknown as Schemas['CountResult'];

beforeEach(() => {
  empty();
  laidOut();
});
afterEach(() => {
  cleanup();
  asItWas();
});

const posts = () => asked.filter((one) => one.method === 'POST');

it('says what posting does before it is done, and sends what was seen', async () => {
  answers('GET', '/api/counts/7/outcome', () => outcome);
  answers('POST', '/api/counts/7/posting', () => ({ posted: true }));
  show(<Posting count={card} />);
  expect(await screen.findByText(/changes 2 positions: 1 up, 1 down/)).toBeTruthy();
  expect(screen.getByText(/Value -28.00 \(gains 2.00, losses 30.00\)/)).toBeTruthy();
  await press('Post count');
  await waitFor(() => expect(posts()[0]?.body).toEqual({ net: -28, lines: 2 }));
});

it('does not let anything be posted that is undecided', async () => {
  answers('GET', '/api/counts/7/outcome', () => ({ ...outcome, undecided: 3, uncounted: 1 }));
  show(<Posting count={card} />);
  expect(await screen.findByText(/3 variances are undecided · one slip nobody/)).toBeTruthy();
  const button = screen.getByRole('button', { name: 'Post count' });
  expect((button as HTMLButtonElement).disabled).toBe(true);
});

it('lets nobody agree to what they have proposed themselves', async () => {
  answers('GET', '/api/counts/7/outcome', () => ({ ...outcome, needsApproval: true }));
  show(<Posting count={{ ...card, proposedBy: 'Maren', can: ['APPROVE', 'DECIDE'] }} />);
  const own = await screen.findByRole('button', { name: 'Approve and post' });
  expect((own as HTMLButtonElement).disabled).toBe(true);
  cleanup();
  show(<Posting count={{ ...card, proposedBy: 'Oddny', can: ['APPROVE', 'DECIDE'] }} />);
  const other = await screen.findByRole('button', { name: 'Approve and post' });
  expect((other as HTMLButtonElement).disabled).toBe(false);
});

it('shows book and shelf side by side, and asks for a recount', async () => {
  answers('GET', '/api/counts/7/results/41', () => result);
  answers('GET', '/api/counts/7/results/41/trail', () => [
    {
      at: '2026-03-02T10:30:00Z',
      kind: 'COUNTED',
      posting: null,
      what: null,
      document: 'CO-10007',
      person: 'Tavi',
      other: null,
      change: null,
      book: null,
      shelf: '33',
    },
    {
      at: '2026-03-02T10:00:00Z',
      kind: 'MOVED',
      posting: 88,
      what: 'ISSUE',
      document: null,
      person: 'Oddny',
      other: 'Customer',
      change: '-5',
      book: '35',
      shelf: null,
    },
  ]);
  answers('POST', '/api/counts/7/decisions', () => ({ many: 1 }));
  show(<ResultPanel count={card} result={41} onClose={() => {}} />);
  expect(await screen.findByText('Counted by Tavi (CO-10007)')).toBeTruthy();
  expect(screen.getByText(/Issue Customer/)).toBeTruthy();
  expect(screen.getByText(/Goods moved while they were being counted/)).toBeTruthy();
  await press('Count again');
  await waitFor(() => expect(posts()[0]?.body).toEqual({ decision: 'RECOUNT', ids: [41] }));
});

it('warns of orders that had reserved what is not there', async () => {
  const short = { ...result, variance: '-5', counted: '30', serial: null, load: null };
  const kept = { id: 1, document: 'OB-10005', quantity: '20', serial: null, load: null };
  answers('GET', '/api/counts/7/results/41', () => short);
  answers('GET', '/api/counts/7/results/41/trail', () => []);
  answers('GET', '/api/reservations', () => [
    kept,
    { ...kept, id: 2, document: 'TR-2', quantity: '14' },
    { ...kept, id: 3, document: 'OB-9', quantity: '500', load: '306' },
  ]);
  show(<ResultPanel count={card} result={41} onClose={() => {}} />);
  const note = await screen.findByText(/34 pc are reserved there/);
  expect(note.textContent).toContain('OB-10005 20');
  expect(note.textContent).toContain('TR-2 14');
  expect(note.textContent).not.toContain('OB-9');
  cleanup();
  answers('GET', '/api/counts/7/results/41', () => ({ ...short, counted: '34' }));
  show(<ResultPanel count={card} result={41} onClose={() => {}} />);
  await waitFor(() => expect(sent('GET', '/api/reservations')).toHaveLength(2));
  await screen.findByText('Nothing has moved here lately.');
  expect(screen.queryByText(/are reserved there/)).toBeNull();
});

it('draws the largest variance first and opens its line', async () => {
  answers('GET', '/api/counts/7/chart', () => ({
    bars: [
      { id: 41, label: 'D shackle · QA-01-A', value: -30, gross: 30, cumulative: 30 },
      { id: 42, label: 'Flare · FL-01', value: 2, gross: 2, cumulative: 32 },
    ],
    others: 5,
    othersGross: 1,
    gross: 33,
  }));
  let opened = 0;
  show(<VarianceChart count={card} chosen="" onChoose={(id) => (opened = id)} />);
  const bars = await screen.findAllByRole('button', { name: /:/ });
  expect(bars.map((bar) => bar.getAttribute('aria-label'))).toEqual([
    'D shackle · QA-01-A: -30.00',
    'Flare · FL-01: 2.00',
  ]);
  expect(screen.getByText(/5 more, 1.00/)).toBeTruthy();
  await userEvent.click(bars[1]);
  expect(opened).toBe(42);
});

it('tells what drawing a count up comes to', async () => {
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Kittiwake Quay', areas: [{ id: 4, name: 'Pick face' }] },
  ]);
  answers('GET', '/api/people/names', () => [{ id: 3, name: 'Tavi' }]);
  answers('POST', '/api/counts/preview', () => ({
    slips: 60,
    positions: 81,
    value: 1234.5,
    first: ['QA-01-A', 'QA-01-B'],
  }));
  answers('POST', '/api/counts', () => card);
  let drawn = '';
  show(<CountForm onDone={(one) => (drawn = one.number)} />);
  expect(await screen.findByText(/Slips: 60. Positions: 81. Book value: 1,234.50/)).toBeTruthy();
  await userEvent.click(await screen.findByLabelText('Tavi'));
  await userEvent.click(screen.getByLabelText('A'));
  await fill(screen.getByLabelText('Items'), 'SHK-001, FLR-002');
  await press('Create count');
  await waitFor(() => expect(drawn).toBe('CO-10007'));
  const sent = posts().at(-1)?.body as Schemas['CountEntry'];
  expect(sent.people).toEqual([3]);
  expect(sent.scope.items).toEqual(['SHK-001', 'FLR-002']);
  expect(sent.scope.classes).toEqual(['A']);
});

it('shows what is due, and draws it up', async () => {
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', areas: [] }]);
  answers('GET', '/api/count-programme', () => ({
    today: '2026-03-02',
    workedOut: null,
    classes: [{ of: 'A', items: 4, used: 99, never: 1, overdue: 2, days: 30 }],
    due: [
      {
        itemId: 5,
        item: 'SHK-001',
        name: 'D shackle',
        of: 'A',
        last: null,
        due: '2026-03-02',
        sooner: true,
        differences: 2,
        positions: 3,
      },
    ],
    dueInAll: 12,
    calendar: [{ day: '2026-03-02', items: 1, a: 1, b: 0, c: 0 }],
  }));
  show(<ProgrammePage />);
  expect(await screen.findByText('never counted')).toBeTruthy();
  expect(screen.getByText(/sooner: 2 variances in a row/)).toBeTruthy();
  const link = screen.getByRole('link', { name: 'Create count of 1 item' });
  expect(link.getAttribute('href')).toContain('items=SHK-001');
});

it('tells record accuracy as a figure and a bar', async () => {
  answers('GET', '/api/sites', () => []);
  answers('GET', '/api/count-programme/accuracy', () => [
    {
      label: '2026-03',
      counted: 63,
      within: 59,
      percent: 93.6,
      countedValue: 12656.2,
      net: 16.59,
      gross: 59.79,
      netPercent: 0.1,
      grossPercent: 0.4,
    },
  ]);
  show(<AccuracyPage />);
  expect(await screen.findByText('93.6 %')).toBeTruthy();
  expect(screen.getByText('59.79')).toBeTruthy();
});

it('lists people and events', () => {
  show(<CountHistory count={card} />);
  expect(screen.getByText('4 slips handed in')).toBeTruthy();
  expect(screen.getByText(/Sent to review/)).toBeTruthy();
});

it('says how far the work on a large count is, and then what came of it', async () => {
  const page = () => (
    <Routes>
      <Route path="counts/:id" element={<CountPage />} />
    </Routes>
  );
  let now: Partial<Schemas['CountCard']> = {
    work: { kind: 'POST', done: 1, total: 4, failure: null },
  };
  answers('GET', '/api/counts/7', () => ({ ...card, ...now }));
  answers('GET', '/api/counts/7/results', () => ({ rows: [], total: 0, offset: 0 }));
  answers('GET', '/api/counts/7/chart', () => ({ bars: [], others: 0, othersGross: 0, gross: 0 }));
  answers('GET', '/api/counts/7/outcome', () => outcome);
  show(page(), {}, '/counts/7');
  expect(await screen.findByText(/Posting the count: 1 of 4/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Post count' })).toBeNull();
  now = { work: { kind: 'POST', done: 1, total: 4, failure: 'Goods have left since.' } };
  expect(await screen.findByText(/failed: Goods have left since/)).toBeTruthy();
  expect(await screen.findByRole('button', { name: 'Post count' })).toBeTruthy();
});

it('reverses a posted count in one step, with a reason', async () => {
  answers('GET', '/api/counts/7', () => ({
    ...card,
    state: 'POSTED',
    posting: 31,
    reversed: false,
    work: null,
    checks: 0,
    can: ['CHECK', 'REVERSE'],
  }));
  answers('GET', '/api/counts/7/results', () => ({ rows: [], total: 0, offset: 0 }));
  answers('GET', '/api/counts/7/chart', () => ({ bars: [], others: 0, othersGross: 0, gross: 0 }));
  answers('GET', '/api/counts/7/outcome', () => outcome);
  answers('POST', '/api/postings/31/reversal', () => ({ posting: 32 }));
  show(
    <Routes>
      <Route path="counts/:id" element={<CountPage />} />
    </Routes>,
    {},
    '/counts/7',
  );
  expect(await screen.findByText(/Positions counted: 9. Adjusted: 2/)).toBeTruthy();
  await press('Reverse');
  fill(await screen.findByLabelText(/^Reason/), 'Wrong aisle');
  await press('Reverse count posting');
  await waitFor(() =>
    expect(sent('POST', '/api/postings/31/reversal')[0]?.body).toEqual({ reason: 'Wrong aisle' }),
  );
});
