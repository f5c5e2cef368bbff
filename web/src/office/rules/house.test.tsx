// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, show } from '../../testing/house';
import type { Schemas } from '../../api/client';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { Costing } from '../onhand/Costing';
import { HouseRules } from './HouseRules';
import { ItemForm } from './ItemForm';
import { SiteForm } from './PlaceForms';
import { PolicyForm } from './PolicyForm';
import { SiteGroupRules } from './SiteGroupRules';
import { TaxRules } from './TaxRules';

const house = {
  version: 3,
  name: 'Kittiwake',
  street: '1 Quay Street',
  town: '',
  logo: false,
  currency: 'EUR',
  currencyDigits: 2,
  scrapIsDemand: false,
  scrapWorthPercent: 100,
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/house', () => house);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('names the house under the version that was read', async () => {
  answers('PUT', '/api/house', () => ({ ...house, version: 4, name: 'Kittiwake Chandlery' }));
  show(<HouseRules />);
  const name = await screen.findByLabelText(/^Name/);
  await userEvent.type(name, ' Chandlery');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      name: 'Kittiwake Chandlery',
      street: '1 Quay Street',
      town: '',
      currency: 'EUR',
      scrapIsDemand: false,
      scrapWorthPercent: 100,
      version: 3,
    }),
  );
});

it('reckons in any currency that is in use', async () => {
  answers('PUT', '/api/house', () => house);
  show(<HouseRules />);
  fill(await screen.findByLabelText(/^Currency/), 'SEK');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toMatchObject({ currency: 'SEK' }),
  );
});

it('keeps a tax by its rate, or by the reason why there is none', async () => {
  answers('GET', '/api/taxes', () => []);
  answers('POST', '/api/taxes', () => ({ id: 1 }));
  show(<TaxRules />, {}, '/?open=new');
  fill(await screen.findByLabelText(/^Code/), 'vat7');
  fill(screen.getByLabelText(/^Name on documents/), 'VAT 7 %');
  fill(screen.getByLabelText(/^Rate/), '7,5');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toEqual({
      code: 'VAT7',
      name: 'VAT 7 %',
      category: 'STANDARD',
      rate: 7.5,
      active: true,
    }),
  );
});

it('puts sites together, and says at which of them more is asked for', async () => {
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Harbour Quay' },
    { id: 2, name: 'Rope Loft' },
    { id: 3, name: 'Shop' },
  ]);
  answers('GET', '/api/site-groups', () => []);
  answers('POST', '/api/site-groups', () => ({ id: 4 }));
  show(<SiteGroupRules />, {}, '/?open=new');
  fill(await screen.findByLabelText(/^Name/), 'Harbour');
  await userEvent.click(await screen.findByLabelText('Harbour Quay'));
  await userEvent.click(screen.getByLabelText('Rope Loft'));
  await userEvent.selectOptions(screen.getByLabelText('Orders more at'), 'Rope Loft');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toEqual({
      name: 'Harbour',
      lead: 2,
      sites: [1, 2],
    }),
  );
});

it('sets a policy for the sites of a group together', async () => {
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Harbour Quay' }]);
  answers('GET', '/api/site-groups', () => [{ id: 4, name: 'Harbour', sites: [1, 2] }]);
  answers('POST', '/api/replenishment/policies', () => ({ id: 9 }));
  show(<PolicyForm item="ROPE" />);
  await screen.findByText('Harbour together');
  await userEvent.selectOptions(screen.getByLabelText('Site'), 'Harbour together');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      item: 'ROPE',
      group: 4,
    }),
  );
});

it('shows the logo with a way to take it off, and only to those who set rules', async () => {
  answers('GET', '/api/house', () => ({ ...house, logo: true }));
  show(<HouseRules />, { permissions: [] });
  expect((await screen.findByRole('img', { name: 'Logo' })).getAttribute('src')).toBe(
    '/api/house/logo?version=3',
  );
  expect(screen.queryByRole('button', { name: 'Remove logo' })).toBeNull();
  cleanup();
  answers('DELETE', '/api/house/logo', () => house);
  show(<HouseRules />);
  await press('Remove logo');
  await waitFor(() => expect(asked.some((one) => one.method === 'DELETE')).toBe(true));
});

it('changes what an item costs, with a comma or a point', async () => {
  answers('GET', '/api/items/5/cost', () => ({ cost: 2.5 }));
  answers('PUT', '/api/items/5/cost', () => ({ cost: 3.25 }));
  show(<Costing item={5} />);
  await screen.findByText('2.50');
  await press('Change');
  const field = screen.getByLabelText('Unit cost');
  await userEvent.clear(field);
  await userEvent.type(field, '3,25');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      cost: 3.25,
      method: 'MOVING_AVERAGE',
      reason: '',
    }),
  );
});

it('keeps the figure on the screen when it is refused', async () => {
  answers('GET', '/api/items/5/cost', () => ({ cost: 2.5 }));
  answers('PUT', '/api/items/5/cost', () => new Refusal(400, 'cost must be 0 or more'));
  show(<Costing item={5} />);
  await press('Change');
  await userEvent.clear(screen.getByLabelText('Unit cost'));
  await userEvent.type(screen.getByLabelText('Unit cost'), '-1');
  await press('Save');
  expect(await screen.findByText('cost must be 0 or more')).toBeTruthy();
  expect(screen.getByLabelText('Unit cost')).toHaveProperty('value', '-1');
});

it('opens a virtual site without bins', async () => {
  answers('POST', '/api/sites', () => ({ id: 9 }));
  show(<SiteForm />);
  await userEvent.type(screen.getByLabelText(/^Code/), 'aside');
  await userEvent.type(screen.getByLabelText(/^Name/), 'Set aside');
  await userEvent.click(screen.getByLabelText('Virtual: it only sets stock aside'));
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      code: 'ASIDE',
      virtual: true,
      binned: false,
      gln: '',
    }),
  );
});

it('lets a site keep only some items in bins, and go on to all of them', async () => {
  answers('PUT', '/api/sites/9', () => ({ id: 9 }));
  const shop = {
    id: 9,
    version: 3,
    code: 'PS',
    name: 'Pontoon Shop',
    binned: false,
    binsForSome: false,
    areas: [],
    holidays: [],
  } as unknown as Schemas['SiteCard'];
  show(<SiteForm site={shop} />);
  expect(screen.queryByLabelText(/^Only items with a home bin/)).toBeNull();
  await userEvent.click(screen.getByLabelText(/^Has bins/));
  await userEvent.click(screen.getByLabelText(/^Only items with a home bin/));
  expect(screen.getByText(/All other stock keeps its shelf notes/)).toBeTruthy();
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toMatchObject({
      binned: true,
      binsForSome: true,
    }),
  );
  cleanup();
  show(<SiteForm site={{ ...shop, binned: true, binsForSome: false }} />);
  expect(screen.queryByLabelText(/^Only items with a home bin/)).toBeNull();
});

it('shows no home bin where an item belongs to the site as a whole', async () => {
  const shop = { id: 3, code: 'PS', name: 'Pontoon Shop', binned: true, binsForSome: true };
  answers('GET', '/api/sites', () => [{ ...shop, areas: [] }]);
  answers('GET', '/api/units', () => []);
  answers('GET', '/api/categories', () => []);
  const card = {
    id: 76,
    version: 1,
    code: 'RPE',
    packs: [],
    barcodes: [],
    homes: [{ site: 3, place: 9, address: 'PS', shelfNote: 'Left of the till' }],
  } as unknown as Schemas['ItemCard'];
  show(<ItemForm card={card} />);
  expect(await screen.findByLabelText('Home bin')).toHaveProperty('value', '');
  expect(screen.getByLabelText('Shelf note')).toHaveProperty('value', 'Left of the till');
  expect(screen.queryByText('Put its stock into bins')).toBeNull();
});
