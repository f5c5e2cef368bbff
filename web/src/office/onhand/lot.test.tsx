// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { LotPart } from './LotPart';

const lot = {
  id: 5,
  version: 3,
  itemId: 7,
  item: 'FLR',
  itemName: 'Flare, red',
  code: 'L1',
  expiry: '2027-03-31',
  bestBefore: null,
  produced: null,
  supplierLot: '',
  changes: [
    {
      at: '2026-11-20T10:00:00Z',
      by: 'Oddny',
      reason: 'Read from the box',
      expiryBefore: null,
      expiry: '2027-03-31',
      bestBeforeBefore: null,
      bestBefore: null,
      producedBefore: null,
      produced: null,
    },
  ],
};

beforeEach(() => {
  empty();
  answers('GET', '/api/lots/5', () => lot);
});
afterEach(cleanup);

it('shows the days of a lot and how they were corrected', async () => {
  show(<LotPart lot={5} />);
  expect(await screen.findByText('Read from the box')).toBeTruthy();
  expect(screen.getByText(/Expires: not known →/)).toBeTruthy();
  expect(screen.getAllByText('not known')).toHaveLength(2);
});

it('corrects them with a reason, at the version that was looked at', async () => {
  answers('PUT', '/api/lots/5/dates', () => ({ ...lot, version: 4 }));
  show(<LotPart lot={5} />);
  await press('Correct dates');
  const expires = screen.getByLabelText('Expires');
  await userEvent.clear(expires);
  await userEvent.type(expires, '2027-04-30');
  await userEvent.type(screen.getByLabelText(/^Reason/), 'Misread');
  await press('Save dates');
  await waitFor(() => expect(sent('PUT', '/api/lots/5/dates')).toHaveLength(1));
  expect(sent('PUT', '/api/lots/5/dates')[0]?.body).toEqual({
    version: 3,
    expiry: '2027-04-30',
    bestBefore: null,
    produced: null,
    reason: 'Misread',
  });
});

it('is only looked at by who may not post', async () => {
  show(<LotPart lot={5} />, { permissions: ['MOVE'] });
  expect(await screen.findByText('Read from the box')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
});
