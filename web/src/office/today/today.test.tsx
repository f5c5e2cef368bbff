// @vitest-environment jsdom
import { answers, empty, Refusal, show } from '../../testing/house';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { TodaySpace } from './TodaySpace';
import { change, FIGURES, written } from './figures';

const DAYS = Array.from({ length: 30 }, (_, i) => `2026-06-${String(i + 1).padStart(2, '0')}`);

function figure(kind: string, now: number | null, before: number | null) {
  return { kind, now, before, course: DAYS.map(() => now), courseBefore: DAYS.map(() => before) };
}

const SITES = [
  { id: 1, name: 'Kittiwake Quay', areas: [] },
  { id: 2, name: 'Outer Holm Depot', areas: [] },
];

const LATE = {
  kind: 'LATE_INBOUND',
  turn: 'PURCHASING',
  count: 2,
  oldest: '2026-06-02',
  value: 1204.5,
  first: [{ id: '3', name: 'PO-10003', about: 'Lantern Works', day: '2026-06-02' }],
};
const REVIEW = {
  kind: 'COUNT_IN_REVIEW',
  turn: 'CONTROL',
  count: 1,
  oldest: null,
  value: null,
  first: [{ id: '7', name: 'CO-10007', about: 'Kittiwake Quay', day: null }],
};
const AWAY = {
  kind: 'TO_PUT_AWAY',
  turn: 'FLOOR',
  count: 4,
  oldest: null,
  value: null,
  first: [],
};

let asked: string[] = [];

function house(tasks: object[], own: number | null = null) {
  asked = [];
  answers('GET', '/api/sites', () => SITES);
  answers('GET', '/api/own-choices', () => ({ site: own, printer: null, landingPage: '' }));
  answers('GET', '/api/today/tasks', ({ query }) => {
    asked.push(query.get('site') ?? 'all');
    return tasks;
  });
  answers('GET', '/api/today/figures', () => ({
    days: DAYS,
    figures: [
      figure('STOCK_VALUE', 1250, 1000),
      figure('RECORD_ACCURACY', 97.5, 95),
      figure('LINES_RECEIVED', 40, 50),
      figure('LINES_SHIPPED', 60, 0),
      figure('SHIPPED_ON_TIME', 93.3, null),
      figure('SALES', 800, 800),
      figure('MARGIN', 200, 180),
      figure('STOCK_OUTS', 3, 4),
    ],
  }));
}

beforeEach(empty);
afterEach(cleanup);

const row = async (name: string) =>
  within((await screen.findByRole('link', { name })).closest('tr')!);

it('tells six figures, what they were, and where each is looked at', async () => {
  house([]);
  show(<TodaySpace />);
  expect(await (await row('Stock value')).findByText('1,250.00')).toBeTruthy();
  expect((await row('Stock value')).getByText('+25 %')).toBeTruthy();
  expect((await row('Record accuracy')).getByText('+2.5 points')).toBeTruthy();
  expect((await row('Lines shipped')).getByText('93.3 % on time')).toBeTruthy();
  expect((await row('Sales and margin')).getByText('margin 200.00')).toBeTruthy();
  for (const { to } of FIGURES) {
    expect(
      screen.getAllByRole('link').some((one) => one.getAttribute('href') === `/office/${to}`),
    ).toBe(true);
  }
});

it('shows the figures of each day to those who would rather read', async () => {
  house([]);
  show(<TodaySpace />);
  const button = await screen.findByRole('button', { name: 'Show days' });
  await screen.findByText('1,250.00');
  fireEvent.click(button);
  const days = within(screen.getByRole('region', { name: 'Show days' }));
  expect(days.getAllByRole('row')).toHaveLength(31);
  expect(days.getAllByText('1,250.00')).toHaveLength(30);
});

it('says what needs someone by whose turn it is, with age and value', async () => {
  house([REVIEW, LATE, AWAY]);
  show(<TodaySpace />);
  const titles = (await screen.findAllByRole('heading', { level: 2 })).map(
    (one) => one.textContent,
  );
  expect(titles).toEqual(['For approval and control', 'For purchasing', 'For the stockroom']);
  const late = screen.getByRole('link', { name: 'inbound orders are late' });
  expect(late.getAttribute('href')).toBe('/office/coming/inbound?filter=LATE');
  const task = within(late.closest('li')!);
  expect(task.getByText('1,204.50')).toBeTruthy();
  expect(task.getByText(/^since Jun 2, /)).toBeTruthy();
  expect(task.getByRole('link', { name: 'PO-10003' }).getAttribute('href')).toBe(
    '/office/coming/inbound?filter=LATE&open=3',
  );
});

it('opens the one that needs someone where there is only one', async () => {
  house([REVIEW]);
  show(<TodaySpace />);
  const link = await screen.findByRole('link', { name: 'count is in review' });
  expect(link.getAttribute('href')).toBe('/office/checking/counts/7');
});

it('is about the site of one’s own, and goes on to lists of that site', async () => {
  house([LATE], 2);
  show(<TodaySpace />);
  const late = await screen.findByRole('link', { name: 'inbound orders are late' });
  expect(asked.at(-1)).toBe('2');
  expect(late.getAttribute('href')).toBe('/office/coming/inbound?filter=LATE&where=SITE:IS:2');
});

it('tells a floor hand of the stockroom only', async () => {
  house([REVIEW, LATE, AWAY]);
  show(<TodaySpace />, { permissions: ['LOOK', 'MOVE'] });
  expect(await screen.findByRole('link', { name: 'positions need to be put away' })).toBeTruthy();
  expect(screen.queryByText('For purchasing')).toBeNull();
  expect(screen.queryByText('Stock value')).toBeNull();
  expect(screen.getByText('Lines received')).toBeTruthy();
});

it('says that nothing needs anyone', async () => {
  house([]);
  show(<TodaySpace />);
  expect(await screen.findByText('Nothing needs you now.')).toBeTruthy();
});

it('says what could not be told', async () => {
  house([LATE]);
  answers('GET', '/api/today/figures', () => {
    return new Refusal(422, 'The database is busy.');
  });
  show(<TodaySpace />);
  expect(await screen.findByText('The database is busy.')).toBeTruthy();
  expect(await screen.findByRole('link', { name: 'inbound orders are late' })).toBeTruthy();
});

it('writes no figure and no change where there is none', () => {
  expect(written('RECORD_ACCURACY', null)).toBe('–');
  expect(change('LINES_SHIPPED', 5, 0)).toBe('');
  expect(change('STOCK_VALUE', 5, null)).toBe('');
  expect(change('SALES', 1010, 1000)).toBe('+1 %');
});
