// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, show } from '../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { within } from './ItemFinder';
import { RequestPage } from './RequestPage';

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay' } as never;
const SHACKLE = { id: 5, code: 'SHK', name: 'D shackle', symbol: 'pc' };
const ROPE = { id: 6, code: 'RPE', name: 'Rope', symbol: 'm' };

function hit(item: number, counts = '0') {
  return { kind: 'ITEM', id: item, itemId: item, title: '', detail: '', counts };
}

function line(id: number, state: string, can: string[] = []) {
  return {
    ...{ id, number: 'RQ-00001', name: 'D shackle', quantity: '24', symbol: 'pc', state, can },
    ...{ order: state === 'ORDERED' ? 'PO-10007' : null, orderDue: null },
  };
}

beforeEach(() => {
  empty();
  localStorage.clear();
  answers('GET', '/api/own-requisitions', () => []);
  answers('GET', '/api/items/5', () => SHACKLE);
  answers('GET', '/api/items/6', () => ROPE);
  answers('POST', '/api/floor/scan', (one) => {
    const { text } = one.body as { text: string };
    const hits = { SHK: [hit(5)], BOX: [hit(5, '10')], RPE: [hit(6)], BOTH: [hit(5), hit(6)] }[
      text
    ];
    return { hits: hits ?? [{ kind: 'BIN', id: 3, itemId: null }], action: null, refusal: null };
  });
});
afterEach(cleanup);

const scan = (text: string) => {
  for (const key of [...text, 'Enter']) {
    fireEvent.keyDown(document.body, { key });
  }
};
const much = () => screen.findByLabelText<HTMLInputElement>('Quantity of D shackle');

it('adds up what is scanned, a box as what it holds, and sends all lines together', async () => {
  answers('POST', '/api/requisitions', () => ({
    number: 'RQ-00009',
    lines: [line(1, 'REQUESTED')],
  }));
  show(<RequestPage site={site} />);
  await screen.findByText(/Scan an item, or find it/);
  scan('SHK');
  expect((await much()).value).toBe('1');
  scan('BOX');
  await waitFor(async () => expect((await much()).value).toBe('11'));
  await press('One more of D shackle');
  scan('RPE');
  fill(await screen.findByLabelText('Quantity of Rope'), '2,5');
  await press('Request 2 lines');
  expect(await screen.findByText('Requested as RQ-00009')).toBeTruthy();
  expect(asked.find((one) => one.path === '/api/requisitions')?.body).toEqual({
    site: 1,
    lines: [
      { item: 'SHK', packs: '12' },
      { item: 'RPE', packs: '2.5' },
    ],
  });
  expect(screen.queryByText('D shackle')).toBeNull();
});

it('keeps what was gathered over a reload, and over a refusal', async () => {
  answers('POST', '/api/requisitions', () => new Refusal(400, 'An item is wanted.', 'invalid'));
  show(<RequestPage site={site} />);
  scan('SHK');
  await much();
  cleanup();
  show(<RequestPage site={site} />);
  expect((await much()).value).toBe('1');
  await press('Request 1 line');
  expect(await screen.findByText('An item is wanted.')).toBeTruthy();
  expect((await much()).value).toBe('1');
  await press('Remove D shackle');
  await waitFor(() => expect(screen.queryByLabelText('Quantity of D shackle')).toBeNull());
});

it('asks which is meant, and says what is no item', async () => {
  show(<RequestPage site={site} />);
  await screen.findByText(/Scan an item/);
  scan('BIN');
  expect(await screen.findByText('That is no item. Scan the item that is wanted.')).toBeTruthy();
  scan('BOTH');
  expect(await screen.findByText('Which one do you mean?')).toBeTruthy();
});

it('never loses a scan over a figure that can not be read', async () => {
  show(<RequestPage site={site} />);
  scan('SHK');
  fill(await much(), 'some');
  scan('BOX');
  expect(await screen.findByText(/Say first how much of D shackle/)).toBeTruthy();
  expect((await much()).value).toBe('some');
});

it('shows what has become of what was requested, and takes it back', async () => {
  answers('GET', '/api/own-requisitions', () => [
    line(1, 'ORDERED'),
    line(2, 'REQUESTED', ['CANCEL']),
  ]);
  answers('POST', '/api/requisitions/drop', () => ({ count: 1, orders: [] }));
  show(<RequestPage site={site} />);
  expect(await screen.findByText('PO-10007')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/requisitions/drop')?.body).toEqual({ ids: [2] }),
  );
});

it('goes down the categories one by one', () => {
  const all = ['Rope', 'Rope/Dyneema', 'Rope/Polyester', 'Safety/Flares', 'Safety'];
  expect(within(all, '')).toEqual(['Rope', 'Safety']);
  expect(within(all, 'Rope')).toEqual(['Dyneema', 'Polyester']);
  expect(within(all, 'Rope/Dyneema')).toEqual([]);
});
