// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, asked, empty, fill, press, Refusal, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { SuppliersOfItem } from '../onhand/SuppliersOfItem';
import { SiteForm } from './PlaceForms';
import { PolicyRules } from './PolicyRules';
import { SupplierRules } from './SupplierRules';

const figures = {
  kind: 'POINT_AND_UP_TO',
  point: null,
  quantity: null,
  upTo: '90',
  servicePercent: 95,
  reviewDays: 1,
  windowDays: 365,
  orderCost: 12,
  holdingPercent: 20,
};
const policy = {
  id: 4,
  version: 2,
  scope: 'ITEM',
  itemId: 7,
  item: 'RPE-001',
  name: 'Rope',
  symbol: 'm',
  category: '',
  siteId: 1,
  site: 'Kittiwake Quay',
  figures,
};
const outcome = { fillRate: 0.91, daysWithout: 12, meanStock: 34.5, meanValue: 410, orders: 5 };

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', code: 'KQ', areas: [] }]);
  answers('GET', '/api/categories', () => ['Rope']);
  answers('GET', '/api/suppliers', () => [
    {
      id: 4,
      version: 0,
      code: 'SKERRY',
      name: 'Skerry',
      email: '',
      street: '',
      town: '',
      leadDays: 5,
      active: true,
      orderDays: ['MONDAY'],
      cutOff: '12:00',
    },
  ]);
  answers('GET', '/api/replenishment/policies', () => ({ total: 1, offset: 0, rows: [policy] }));
  answers('GET', '/api/replenishment/policies/4', () => policy);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('sets a policy for the house, whose figures are worked out', async () => {
  answers('POST', '/api/replenishment/policies', () => ({ ...policy, id: 4 }));
  show(<PolicyRules />, {}, '/?open=new');
  expect(await screen.findByText('90')).toBeTruthy();
  await userEvent.selectOptions(
    await screen.findByLabelText('Kept in stock by'),
    'Only for orders',
  );
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      figures: { kind: 'ONLY_FOR_ORDERS', point: null, quantity: null, upTo: null },
    }),
  );
});

it('says what is wrong with a figure at its field', async () => {
  answers(
    'PUT',
    '/api/replenishment/policies/4',
    () => new Refusal(400, 'must be less than 100', 'invalid', { field: 'figures.servicePercent' }),
  );
  show(<PolicyRules />, {}, '/?open=4');
  const service = await screen.findByLabelText(/^Chance of no stock-out/);
  fill(service, '100');
  await press('Save');
  await waitFor(() => expect(service.getAttribute('aria-invalid')).toBe('true'));
});

it('tries what is entered on the past, before it is saved', async () => {
  answers('POST', '/api/replenishment/trials', () => ({
    daysPlayed: 2,
    today: outcome,
    tried: { ...outcome, fillRate: 0.985, daysWithout: 1 },
    items: [],
    course: [
      { day: '2026-11-26', today: 10, tried: 20 },
      { day: '2026-11-27', today: 6, tried: 16 },
    ],
    failed: [],
  }));
  show(<PolicyRules />, {}, '/?open=4');
  fill(await screen.findByLabelText('Up-to level'), '120');
  await press('Try policy');
  expect(await screen.findByText('98.5 %')).toBeTruthy();
  expect(screen.getByText('91 %')).toBeTruthy();
  expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
    site: 1,
    item: 7,
    days: 180,
    figures: { upTo: '120' },
  });
});

it('says who sells an item, and keeps every line that was written', async () => {
  answers('GET', '/api/items/7/suppliers', () => [
    {
      supplierId: 4,
      supplier: 'SKERRY',
      name: 'Skerry',
      theirCode: 'SK-9',
      price: 1.5,
      minimum: '0',
      multiple: '25',
      leadDays: null,
      preferred: true,
    },
  ]);
  answers('PUT', '/api/items/7/suppliers', () => []);
  show(<SuppliersOfItem item={7} symbol="m" />);
  expect(await screen.findByText('SK-9')).toBeTruthy();
  await press('Change');
  fill(screen.getByLabelText('Minimum'), '50');
  await waitFor(() =>
    expect(screen.getByLabelText(/^Supplier( \*|$)/)).toHaveProperty('value', 'Skerry'),
  );
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      suppliers: [
        {
          supplierId: 4,
          theirCode: 'SK-9',
          price: 1.5,
          minimum: '50',
          multiple: '25',
          preferred: true,
        },
      ],
    }),
  );
});

it('says on which days a supplier takes orders, and a site works', async () => {
  answers('PUT', '/api/suppliers/4', (one) => one.body);
  show(<SupplierRules />, {}, '/?open=4');
  await userEvent.click(await screen.findByLabelText('Thu'));
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toMatchObject({
      orderDays: ['MONDAY', 'THURSDAY'],
      cutOff: '12:00',
    }),
  );
  cleanup();
  answers('POST', '/api/sites', () => ({ id: 9 }));
  show(<SiteForm />);
  fill(screen.getByLabelText(/^Code/), 'NEW');
  fill(screen.getByLabelText(/^Name/), 'New');
  await userEvent.click(screen.getByLabelText('Sat'));
  await press('Add holiday');
  fill(screen.getByLabelText(/^Day/), '2026-12-25');
  await press('Save');
  await waitFor(() =>
    expect(
      asked.find((one) => one.path === '/api/sites' && one.method === 'POST')?.body,
    ).toMatchObject({
      workingDays: ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY'],
      holidays: [{ day: '2026-12-25', name: '' }],
    }),
  );
});
