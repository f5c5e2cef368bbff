// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, empty, press, sent, show } from '../../testing/house';
import { SerialLife } from './SerialLife';

const piece = {
  id: 4,
  version: 2,
  code: 'BCN-0007',
  itemId: 9,
  item: 'BCN',
  name: 'Beacon',
  lotId: null,
  lot: null,
  expiry: null,
  serviceDue: '2026-12-01',
  where: {
    kind: 'ON_LOAN',
    placeId: null,
    place: null,
    siteId: null,
    site: null,
    load: null,
    condition: 'GOOD',
    since: '2026-11-20T09:00:00Z',
    person: 'Maren',
    document: 'LN-1',
  },
  origin: { from: 'SUPPLIER', at: '2026-10-01T09:00:00Z', document: 'IN-3', supplier: 'Tidewrack' },
  lent: { id: 3, number: 'LN-1', party: 'Tern', since: '2026-11-20T09:00:00Z', due: '2026-12-05' },
  loans: 2,
  changes: [],
};

beforeEach(empty);
afterEach(cleanup);

it('says where a piece is, who has it, where it came from, and sets its service', async () => {
  answers('GET', '/api/serials/4', () => piece);
  answers('PUT', '/api/serials/4/service-due', () => piece);
  show(<SerialLife id={4} />);
  expect(await screen.findByText('On loan')).toBeTruthy();
  expect(screen.getByText('Tern has it')).toBeTruthy();
  expect(screen.getByText('On loan 2 times so far')).toBeTruthy();
  expect(screen.getByText('Tidewrack')).toBeTruthy();
  await press('Change');
  await userEvent.type(screen.getByLabelText(/^Reason/), 'Checked');
  await press('Save service day');
  await waitFor(() =>
    expect(sent('PUT', '/api/serials/4/service-due')[0]?.body).toEqual({
      version: 2,
      serviceDue: '2026-12-01',
      reason: 'Checked',
    }),
  );
});

it('keeps the bin to itself where one does not work', async () => {
  answers('GET', '/api/serials/4', () => ({
    ...piece,
    lent: null,
    loans: 0,
    where: { ...piece.where, kind: 'BIN', siteId: 7, site: 'Kittiwake Quay' },
  }));
  show(<SerialLife id={4} />);
  expect(await screen.findByText('Kittiwake Quay')).toBeTruthy();
  expect(screen.queryByText('In a bin')).toBeNull();
});
