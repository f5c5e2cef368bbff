// @vitest-environment jsdom
import { answers, empty, show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { Reasons, RoundList, WaitingList } from './PutAwayLists';

type Row = Schemas['WaitingRow'];

beforeEach(empty);
afterEach(cleanup);

function row(part: Partial<Row>): Row {
  return {
    key: String(part.itemId ?? 1),
    itemId: 1,
    item: 'SHK-001',
    name: 'D shackle',
    symbol: 'pc',
    lotId: 0,
    lot: null,
    expiry: null,
    serialId: 0,
    serial: null,
    loadId: 0,
    load: null,
    trolley: false,
    placeId: 11,
    place: 'DOCK-1',
    site: 'Kittiwake Quay',
    siteId: 1,
    condition: 'GOOD',
    quantity: '40',
    since: null,
    document: null,
    ...part,
  };
}

it('lists what waits, and says a tapped row as its bin and its goods', async () => {
  answers('GET', '/api/waiting', () => [row({}), row({ itemId: 2, name: 'Flare', lotId: 8 })]);
  const chosen = vi.fn();
  show(<WaitingList site={1} onChoose={chosen} />);
  await userEvent.click(await screen.findByText('Flare'));
  expect(chosen).toHaveBeenCalledWith({
    kind: 'TOGETHER',
    parts: [
      { kind: 'BIN', place: 11, role: 'FROM' },
      { kind: 'LOT', item: 2, lot: 8 },
    ],
  });
});

it('says a pallet and a trolley by their own number', async () => {
  answers('GET', '/api/waiting', () => [
    row({ loadId: 4, load: '340000010000000013' }),
    row({ itemId: 2, name: 'Filter', loadId: 9, load: 'T1', trolley: true }),
    row({ itemId: 3, name: 'Anode', loadId: 9, load: 'T1', trolley: true }),
  ]);
  const chosen = vi.fn();
  show(<WaitingList site={1} onChoose={chosen} />);
  // Two kinds of goods on it are still one trolley.
  await userEvent.click(await screen.findByText('T1'));
  expect(chosen).toHaveBeenLastCalledWith({ kind: 'LOAD', load: 9 });
  await userEvent.click(screen.getByText('D shackle'));
  expect(chosen).toHaveBeenLastCalledWith({ kind: 'LOAD', load: 4 });
  expect(screen.queryByText('Filter')).toBeNull();
});

it('leaves out what must be checked first, and says how many that are', async () => {
  answers('GET', '/api/waiting', () => [row({ condition: 'ON_HOLD' })]);
  show(<WaitingList site={1} onChoose={vi.fn()} />);
  expect(await screen.findByText('Nothing waits to be put away.')).toBeTruthy();
  expect(screen.getByText('1 more must be inspected first.')).toBeTruthy();
});

it('walks a round in the order it is given, and says what nowhere has room for', async () => {
  const stop = { itemId: 1, lotId: 0, lot: null, symbol: 'pc', why: 'RULE' } as const;
  answers('GET', '/api/floor/round', () => ({
    trolley: { id: 9, code: 'T1', trolley: true, name: '', place: 1, address: 'DOCK-1' },
    stops: [
      { ...stop, placeId: 3, address: 'QA-01-A', name: 'Anode', quantity: '4' },
      { ...stop, placeId: 5, address: 'QC-09-B', name: 'Filter', quantity: '6' },
    ],
    nowhere: [{ name: 'Life raft', lot: null, quantity: '2', symbol: 'pc' }],
  }));
  show(<RoundList site={1} load={9} />);
  const first = await screen.findByText('QA-01-A');
  const second = screen.getByText('QC-09-B');
  expect(first.compareDocumentPosition(second)).toBe(Node.DOCUMENT_POSITION_FOLLOWING);
  expect(screen.getByText('No bin has room for 2 pc Life raft.')).toBeTruthy();
});

it('tells of every bin why, and marks those that are taken not by colour alone', () => {
  show(
    <Reasons
      advice={{
        item: 'D shackle',
        symbol: 'pc',
        asked: '100',
        missing: '5',
        reasons: [
          {
            placeId: 1,
            place: 'BA-01-A',
            stage: 'RULE',
            taken: true,
            quantity: '95',
            why: { type: 'taken', values: { place: 'QA-01-A', quantity: '95', full: true } },
          },
          {
            placeId: 2,
            place: 'PT-01-A',
            stage: 'EMPTY_BIN',
            taken: false,
            quantity: null,
            why: { type: 'other-class', values: { place: 'PT-01-A', accepts: 'PAINT' } },
          },
        ],
      }}
    />,
  );
  const rows = screen.getAllByRole('listitem');
  expect(rows[0].textContent).toContain('●BA-01-A95pc rule: takes 95, then it is full');
  expect(rows[1].textContent).toContain('○PT-01-Aempty: takes only goods of class PAINT');
  expect(rows[2].textContent).toBe('No bin has room for 5 pc.');
});
