// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, asked, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { JobOutput } from './JobOutput';

const output = {
  itemId: 9,
  item: 'KIT-1',
  name: 'Repair kit',
  symbol: 'pc',
  needsLot: false,
  needsSerial: false,
  planned: '10',
  made: '4',
  components: [
    {
      ...{ line: 2, item: 'PIN', name: 'Pin', symbol: 'pc' },
      ...{ used: '8', scrapped: '0', mayScrap: '3' },
    },
  ],
  mayBook: '6',
  value: 28,
};

beforeEach(() => {
  empty();
  answers('GET', '/api/items', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/sites/1/bins', () => ({
    total: 1,
    offset: 0,
    rows: [{ id: 3, address: 'QA-01-A', active: true }],
  }));
});
afterEach(cleanup);

it('books a part in, as much as the components are enough for unless told', async () => {
  answers('GET', '/api/outbound/5/output', () => output);
  answers('POST', '/api/outbound/5/output', () => ({ ...output, made: '10', mayBook: '0' }));
  show(<JobOutput job={5} site={1} />);
  expect(await screen.findByText('4 of 10 pc booked in, cost 28.00')).toBeTruthy();
  expect(screen.getByLabelText(/^Quantity/)).toHaveProperty('value', '6');
  fill(screen.getByLabelText(/^Bin/), 'QA-01-A');
  await press('Book in finished goods');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toEqual({
      quantity: '6',
      bin: 'QA-01-A',
    }),
  );
});

it('asks for a lot or serial numbers where the item has them, and says what is wrong', async () => {
  answers('GET', '/api/outbound/5/output', () => ({
    ...output,
    needsLot: true,
    needsSerial: true,
    mayBook: '2',
  }));
  answers(
    'POST',
    '/api/outbound/5/output',
    () =>
      new Refusal(400, '2 pieces need as many serial numbers, each once; there are 3.', 'invalid', {
        field: 'serials',
      }),
  );
  show(<JobOutput job={5} site={1} />);
  fill(await screen.findByLabelText(/^Bin/), 'QA-01-A');
  fill(screen.getByLabelText(/^Lot/), 'L-7');
  fill(screen.getByLabelText('Serial numbers, one a line'), 'S-1\nS-2\nS-3');
  await press('Book in finished goods');
  await waitFor(() =>
    expect(screen.getByLabelText('Serial numbers, one a line').getAttribute('aria-invalid')).toBe(
      'true',
    ),
  );
  expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
    lot: 'L-7',
    serials: ['S-1', 'S-2', 'S-3'],
  });
});

it('says that components are to be used up first, and lets nobody book who may not', async () => {
  answers('GET', '/api/outbound/5/output', () => ({ ...output, made: '0', mayBook: '0' }));
  show(<JobOutput job={5} site={1} />);
  expect(
    await screen.findByText('Finished goods are booked in once components are used up.'),
  ).toBeTruthy();
  cleanup();
  answers('GET', '/api/outbound/5/output', () => output);
  show(<JobOutput job={5} site={1} />, { permissions: [] });
  expect(await screen.findByText(/4 of 10 pc/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Book in finished goods' })).toBeNull();
});

it('scraps a component that is used up, to have another one picked', async () => {
  answers('GET', '/api/outbound/5/output', () => output);
  answers('POST', '/api/outbound/5/lines/2/scrap', () => output);
  show(<JobOutput job={5} site={1} />);
  await press('Scrap component');
  expect(await screen.findByText(/At most 3 pc/)).toBeTruthy();
  const fields = screen.getAllByLabelText(/^Quantity/);
  fill(fields[fields.length - 1]!, '2');
  fill(screen.getByLabelText(/What happened/), 'Bent');
  await press('Scrap and replace');
  await waitFor(() =>
    expect(sent('POST', '/api/outbound/5/lines/2/scrap')[0]?.body).toEqual({
      quantity: '2',
      reason: 'Bent',
    }),
  );
});
