// @vitest-environment jsdom
import { answers, asked, empty, Refusal, show } from '../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import '../app/words';
import { LoanOnFloor } from './LoanOnFloor';

vi.mock('react-router', async (original) => ({
  ...(await original<object>()),
  useParams: () => ({ id: '3' }),
}));

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay' } as never;

function goods(id: number, name: string, serial: string | null, open: string) {
  return {
    id,
    itemId: id,
    item: 'RAD',
    name,
    symbol: 'pc',
    decimals: 0,
    lot: null,
    serial,
    condition: 'GOOD',
    lent: open,
    back: '0',
    open,
  };
}

const loan = {
  loan: {
    id: 3,
    number: 'LN-00003',
    siteId: 1,
    site: 'Kittiwake Quay',
    purpose: 'LOAN',
    kind: 'Lent out',
    party: 'Harbour school',
    due: '2026-01-10',
    overdue: true,
    lent: '2026-01-02T09:00:00Z',
    lentBy: 'Tavi',
    closed: null,
    about: 'Radio',
    lines: 2,
    open: 2,
  },
  adjustment: 9,
  backKind: { id: 11, name: 'Came back', fields: [] as object[] },
  goods: [goods(31, 'Radio', 'R-77', '1'), goods(32, 'Thimble', null, '6')],
  returns: [],
};

function scan(text: string) {
  for (const key of text) {
    fireEvent.keyDown(document.body, { key });
  }
  fireEvent.keyDown(document.body, { key: 'Enter' });
}

function sent() {
  return asked.find((one) => one.path === '/api/loans/3/returns')?.body;
}

beforeEach(() => {
  empty();
  answers('GET', '/api/loans/3', () => loan);
  answers('POST', '/api/loans/3/returns', () => loan);
});
afterEach(cleanup);

it('takes a piece back by its scan and the scan of a bin', async () => {
  show(<LoanOnFloor site={site} />);
  expect(
    await screen.findByText('Overdue: Harbour school has it longer than agreed.'),
  ).toBeTruthy();
  scan('R-77');
  expect((await screen.findAllByText('Scan the bin it goes to')).length).toBeGreaterThan(0);
  scan('RB.KQ.QA-01-A');
  await waitFor(() =>
    expect(sent()).toEqual({
      note: '',
      fields: {},
      lines: [{ goods: 31, quantity: '1', place: 'KQ.QA-01-A' }],
    }),
  );
});

it('keeps what a scanner types after the figure apart from it', async () => {
  show(<LoanOnFloor site={site} />);
  await userEvent.click((await screen.findAllByRole('button', { name: 'Received back' }))[1]);
  const amount = screen.getByLabelText('Quantity Thimble');
  fireEvent.change(amount, { target: { value: '4RB.KQ.QA-01-B' } });
  fireEvent.keyDown(amount, { key: 'Enter' });
  await waitFor(() =>
    expect(sent()).toEqual({
      note: '',
      fields: {},
      lines: [{ goods: 32, quantity: '4', place: 'KQ.QA-01-B' }],
    }),
  );
});

it('asks what has come back before a bin says where', async () => {
  show(<LoanOnFloor site={site} />);
  await screen.findByText('LN-00003');
  scan('RB.KQ.QA-01-A');
  expect(await screen.findByText(/Tap what is received back first/)).toBeTruthy();
  expect(sent()).toBeUndefined();
});

it('says what the house has against it, and keeps what was chosen', async () => {
  answers(
    'POST',
    '/api/loans/3/returns',
    () => new Refusal(422, 'Only 6 are still out; 9 can’t come back.', 'more-than-lent'),
  );
  show(<LoanOnFloor site={site} />);
  await userEvent.click((await screen.findAllByRole('button', { name: 'Received back' }))[1]);
  fireEvent.change(screen.getByLabelText('Quantity Thimble'), { target: { value: '9' } });
  scan('QA-01-B');
  expect(await screen.findByText(/Only 6 are still out/)).toBeTruthy();
  expect(screen.getByLabelText('Quantity Thimble')).toHaveProperty('value', '9');
});

it('asks for what the way back wants to know', async () => {
  const worn = { id: 90, name: 'Wear', type: 'TEXT', required: true, choices: [] };
  answers('GET', '/api/loans/3', () => ({
    ...loan,
    backKind: { ...loan.backKind, fields: [worn] },
  }));
  show(<LoanOnFloor site={site} />);
  await screen.findByText('LN-00003');
  scan('R-77');
  fireEvent.change(await screen.findByLabelText('Wear'), { target: { value: 'scratched' } });
  (document.activeElement as HTMLElement | null)?.blur();
  scan('RB.KQ.QA-01-A');
  await waitFor(() =>
    expect(sent()).toEqual({
      note: '',
      fields: { 90: 'scratched' },
      lines: [{ goods: 31, quantity: '1', place: 'KQ.QA-01-A' }],
    }),
  );
});
