// @vitest-environment jsdom
import { answers, empty, Refusal, show } from '../../testing/house';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { TodaySpace } from './TodaySpace';

const QUIET = { open: 0, late: 0, shortOnes: 0, inTransit: 0, missing: 0 };

function house(
  numbers: { proposed?: number; overdue?: number; review?: number; suspicions?: number },
  transfers: object,
  due: number,
  late: number,
  outbound = 0,
  checks: object[] = [],
) {
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', areas: [] }]);
  answers('GET', '/api/inbound', ({ query }) => {
    const many = query.get('filter') === 'LATE' ? late : 0;
    return {
      total: many,
      offset: 0,
      rows: many ? [{ id: 3, number: 'PO-10003', supplier: 'Lantern Works' }] : [],
    };
  });
  answers('GET', '/api/transfers', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/transfers/counts', () => ({ ...QUIET, ...transfers }));
  answers('GET', '/api/counts', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/counts/numbers', () => ({
    open: 0,
    review: 0,
    proposed: 0,
    suspicions: 0,
    ...numbers,
  }));
  const list = (total: number) => () => ({
    total,
    offset: 0,
    rows: [],
  });
  answers('GET', '/api/approvals', list(numbers.proposed ?? 0));
  answers('GET', '/api/loans', list(numbers.overdue ?? 0));
  answers('GET', '/api/requisitions', list(0));
  answers('GET', '/api/outbound', () => ({
    total: outbound,
    offset: 0,
    rows: outbound ? [{ id: 8, number: 'OB-10008', party: 'Skerry' }] : [],
  }));
  answers('GET', '/api/outbound/counts', () => ({ ...QUIET, packed: 0, late: outbound }));
  answers('GET', '/api/book-checks', () => checks);
  answers('GET', '/api/count-programme', () => ({ due: Array(due).fill({}) }));
}

beforeEach(empty);
afterEach(cleanup);

it('says what needs someone, the most urgent first', async () => {
  house({ proposed: 1, overdue: 2, review: 2 }, { missing: 3 }, 30, 1);
  show(<TodaySpace />);
  expect(await screen.findByText('items are due to be counted')).toBeTruthy();
  expect(screen.getAllByRole('listitem').map((one) => one.querySelector('a')?.textContent)).toEqual(
    [
      'proposal needs approval',
      'loans are overdue',
      'order is late',
      'transfers arrived with something missing',
      'counts are in review',
      'items are due to be counted',
    ],
  );
  expect(screen.getByText('PO-10003')).toBeTruthy();
});

it('leaves out what this person may not do', async () => {
  house({ proposed: 1, review: 2, suspicions: 4 }, {}, 0, 0);
  show(<TodaySpace />, { permissions: ['MOVE'] });
  expect(await screen.findByText('bins have a reported discrepancy')).toBeTruthy();
  expect(screen.getAllByRole('listitem')).toHaveLength(1);
});

it('says so when nothing needs anyone', async () => {
  house({}, {}, 0, 0);
  show(<TodaySpace />);
  expect(await screen.findByText('Nothing needs you now.')).toBeTruthy();
});

it('tells whoever proposed something that they were asked about it', async () => {
  house({}, {}, 0, 0);
  answers('GET', '/api/approvals', () => ({
    total: 2,
    offset: 0,
    rows: [
      { id: 4, number: 'AD-00004', own: true, askedBack: true, value: 600, proposedBy: 'Oddny' },
      { id: 5, number: 'AD-00005', own: false, askedBack: true, value: 700, proposedBy: 'Tavi' },
    ],
  }));
  show(<TodaySpace />, { permissions: ['MOVE', 'POST'] });
  expect(await screen.findByText('proposal of yours needs information')).toBeTruthy();
  expect(screen.getByText('AD-00004')).toBeTruthy();
  expect(screen.queryByText('AD-00005')).toBeNull();
});

it('does not say that nothing is needed under an outbound order that is late', async () => {
  house({}, {}, 0, 0, 2);
  show(<TodaySpace />);
  expect(await screen.findByText('outbound orders are late')).toBeTruthy();
  expect(screen.getByRole('listitem').textContent).toContain('2outbound orders are late');
  expect(screen.getByText('OB-10008')).toBeTruthy();
  expect(screen.queryByText('Nothing needs you now.')).toBeNull();
});

it('shows a ledger check that failed', async () => {
  house({}, {}, 0, 0, 0, [
    { id: 2, finished: null, failure: null, differences: 0 },
    { id: 1, finished: '2026-11-27T02:30:00Z', failure: 'No space left', differences: 0 },
  ]);
  show(<TodaySpace />);
  expect(await screen.findByText('ledger check failed')).toBeTruthy();
  expect(screen.getByText('No space left')).toBeTruthy();
});

it('says that it may lack something when not everything could be looked up', async () => {
  house({}, {}, 0, 0);
  answers('GET', '/api/outbound/counts', () => new Refusal(500, 'Something went wrong.'));
  show(<TodaySpace />);
  expect(await screen.findByText(/may be incomplete/)).toBeTruthy();
  expect(screen.queryByText('Nothing needs you now.')).toBeNull();
});
