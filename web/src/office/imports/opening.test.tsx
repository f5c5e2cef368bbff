// @vitest-environment jsdom
import { answers, asked, empty, fill, press, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { PlaceRules } from '../rules/PlaceRules';
import { OpeningStockForm } from './OpeningStockForm';

beforeEach(() => {
  empty();
  laidOut();
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('types in what lies at a site, and has it checked', async () => {
  answers('GET', '/api/sites', () => [
    { id: 1, code: 'PS', name: 'Shop', binned: false, areas: [] },
    { id: 2, code: 'KQ', name: 'Quay', binned: true, areas: [] },
  ]);
  answers('GET', '/api/items', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/on-hand', () => ({ total: 0, offset: 0, rows: [] }));
  answers('POST', '/api/imports/many', () => ({ row: { id: 9 } }));
  let tried = 0;
  show(<OpeningStockForm onTried={(id) => (tried = id)} />);
  await screen.findByRole('option', { name: 'Shop' });
  // A site without bins has none to name.
  expect(screen.queryByLabelText(/^Bin/)).toBeNull();
  fill(screen.getByLabelText(/^Item/), 'sh-1');
  fill(screen.getByLabelText(/^Quantity/), '1.5');
  fill(screen.getByLabelText('Unit cost'), '2');
  await press('Add line');
  await press('Check lines');
  await waitFor(() => expect(tried).toBe(9));
  expect(asked.find((one) => one.method === 'POST')?.body).toEqual({
    table: 'opening stock',
    columns: ['bin', 'item', 'lot', 'serial', 'expiry', 'quantity', 'unit cost'],
    rows: [['', 'SH-1', '', '', '', '1.5', '2']],
    values: { site: 'PS' },
  });
});

it('opens the form of the first site where setting up leads', async () => {
  answers('GET', '/api/sites', () => []);
  show(<PlaceRules />, {}, '/office/rules/places?open=new-site');
  await screen.findByLabelText(/^Code/);
});
