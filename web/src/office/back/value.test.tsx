// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { asItWas, laidOut } from '../../testing/layout';
import { endOf, plainDay } from '../../kit/spans';
import { ChangesPage } from './ChangesPage';
import { Closings } from './Closings';
import { UsagePage } from './UsagePage';
import { ValuePage } from './ValuePage';

const page = { total: 0, offset: 0, rows: [] };

beforeEach(() => {
  laidOut();
  empty();
  answers('GET', '/api/value/pools', () => [
    { id: 1, name: 'Kittiwake Quay' },
    { id: 3, name: 'Pontoon Shop' },
  ]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('says what stock is worth now, and at the end of a past day', async () => {
  answers('GET', '/api/value', (one) => ({
    total: one.query.has('at') ? 1200.5 : 1500,
    page,
  }));
  show(<ValuePage />);
  expect(await screen.findByText('1,500.00')).toBeTruthy();
  expect(screen.getByText('is the value of the stock now')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('At the end of'), { target: { value: '2026-03-31' } });
  expect(await screen.findByText('1,200.50')).toBeTruthy();
  const last = asked.filter((one) => one.path === '/api/value').at(-1);
  expect(last?.query.get('at')).toBe(endOf('2026-03-31'));
});

it('narrows value to the sites that share a cost', async () => {
  answers('GET', '/api/value', () => ({ total: 7, page }));
  show(<ValuePage />);
  await screen.findByText('7.00');
  await screen.findByRole('option', { name: 'Pontoon Shop' });
  await userEvent.selectOptions(screen.getByLabelText('Site'), '3');
  await waitFor(() =>
    expect(asked.some((one) => one.path === '/api/value' && one.query.get('pool') === '3')).toBe(
      true,
    ),
  );
});

const changes = {
  before: 1000,
  after: 1130,
  changes: [
    { cause: 'RECEIVED', value: 200 },
    { cause: 'SCRAPPED', value: -70 },
  ],
};

it('shows what changed value between two days, as bars and as sums', async () => {
  answers('GET', '/api/value/changes', () => changes);
  show(<ChangesPage />);
  expect(await screen.findByText('1,130.00')).toBeTruthy();
  expect(screen.getByText('Received')).toBeTruthy();
  expect(screen.getByText('-70.00')).toBeTruthy();
  const href = screen.getByText('JSON').closest('a')?.getAttribute('href') ?? '';
  const span = new URLSearchParams(href.split('?')[1]);
  expect(span.get('to')).toBe(endOf(plainDay(new Date())));
  expect(new Date(span.get('from') ?? '') < new Date(span.get('to') ?? '')).toBe(true);
});

it('keeps the journal from those who see only some sites', async () => {
  answers('GET', '/api/value/changes', () => ({ ...changes, changes: [] }));
  show(<ChangesPage />, { everywhere: false, sites: [1] });
  expect(await screen.findByText('No value changes.')).toBeTruthy();
  expect(screen.queryByText('JSON')).toBeNull();
});

it('says how stock turns and what lies still, and asks anew for another time', async () => {
  answers('GET', '/api/value/usage', (one) => ({
    sums: {
      cost: one.query.get('days') === '30' ? 10 : 90,
      value: 500,
      turnsAYear: 1.5,
      slowMoving: 2,
      slowMovingValue: 40,
      nonMoving: 1,
      nonMovingValue: 33,
    },
    page,
  }));
  show(<UsagePage />);
  expect(await screen.findByText('90.00')).toBeTruthy();
  expect(screen.getByText('in 2 slow-moving items')).toBeTruthy();
  expect(screen.getByText('in 1 non-moving item')).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('In the last'), '30');
  expect(await screen.findByText('10.00')).toBeTruthy();
});

it('closes the books up to a day, and says why it can not', async () => {
  let closed: object[] = [];
  answers('GET', '/api/closings', () => closed);
  answers(
    'POST',
    '/api/closings',
    () => new Refusal(400, 'That day is not over yet.', 'invalid', { field: 'upTo' }),
  );
  show(<Closings />);
  expect(await screen.findByText('The books were never closed.')).toBeTruthy();
  const day = screen.getByLabelText(/^Up to and including/);
  fireEvent.change(day, { target: { value: '2026-03-31' } });
  await press('Close books');
  expect((await screen.findAllByText('That day is not over yet.')).length).toBeGreaterThan(0);
  closed = [
    { id: 1, upTo: '2026-03-31', closed: '2026-04-02T09:00:00Z', closedBy: 'Maren', note: 'March' },
  ];
  answers('POST', '/api/closings', () => closed[0]);
  await press('Close books');
  expect(await screen.findByText(/The books are closed up to/)).toBeTruthy();
});

it('lets only those who set rules close the books', async () => {
  answers('GET', '/api/closings', () => []);
  show(<Closings />, { permissions: ['MOVE', 'POST'] });
  expect(await screen.findByText('The books were never closed.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Close books' })).toBeNull();
});
