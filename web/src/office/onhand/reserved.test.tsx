// @vitest-environment jsdom
import { answers, empty, press, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { ReservedHere } from './ReservedHere';

const reserved = {
  id: 40,
  document: 'OB-10005',
  line: 1,
  itemId: 7,
  item: 'FLR',
  name: 'Flare, red',
  symbol: 'pc',
  placeId: 3,
  place: 'QA-01-A',
  lot: 'L1',
  serial: null,
  load: null,
  quantity: '45',
  picked: false,
  made: '2026-11-20T10:00:00Z',
};

beforeEach(empty);
afterEach(cleanup);

it('says where an item is reserved, for what, and frees it', async () => {
  answers('GET', '/api/reservations', () => [
    reserved,
    { ...reserved, id: 41, document: 'TR-2', picked: true },
  ]);
  answers('POST', '/api/reservations/40/release', () => ({}));
  show(<ReservedHere item={7} />);
  expect(await screen.findByText('OB-10005')).toBeTruthy();
  expect(sent('GET', '/api/reservations')[0]?.query.get('item')).toBe('7');
  expect(screen.getAllByText('QA-01-A')).toHaveLength(2);
  expect(screen.getByText(/already picked/)).toBeTruthy();
  await press('Remove reservation');
  await waitFor(() => expect(sent('POST', '/api/reservations/40/release')).toHaveLength(1));
});

it('names the item where a bin is asked about, and says why it cannot be freed', async () => {
  answers('GET', '/api/reservations', () => [reserved]);
  answers('POST', '/api/reservations/40/release', () => {
    return new Refusal(409, 'It is picked already.', 'picked');
  });
  show(<ReservedHere place={3} />);
  expect(await screen.findByText(/Flare, red/)).toBeTruthy();
  await press('Remove reservation');
  expect(await screen.findByText('It is picked already.')).toBeTruthy();
  cleanup();
  show(<ReservedHere place={3} />, { permissions: ['MOVE'] });
  expect(await screen.findByText(/Flare, red/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Remove reservation' })).toBeNull();
});

it('is not there where nothing is reserved', async () => {
  answers('GET', '/api/reservations', () => []);
  const { container } = show(<ReservedHere place={3} />);
  await waitFor(() => expect(sent('GET', '/api/reservations')).toHaveLength(1));
  expect(container.textContent).toBe('');
});
