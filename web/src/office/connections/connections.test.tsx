// @vitest-environment jsdom
import { answers, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { CarrierRules } from './CarrierRules';
import { ScaleRules } from './ScaleRules';

const scale = {
  id: 2,
  version: 1,
  code: 'BENCH',
  name: 'Packing bench',
  siteId: null,
  site: null,
  address: '',
  active: true,
};
const carrier = {
  id: 3,
  version: 4,
  code: 'COAST',
  name: 'Coast Carriage',
  address: 'http://127.0.0.1:9/api',
  active: true,
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [{ id: 1, code: 'KQ', name: 'Kittiwake Quay', areas: [] }]);
  answers('GET', '/api/scales', () => [scale]);
  answers('GET', '/api/carriers', () => [carrier]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('shows what a scale shows, or why it shows nothing', async () => {
  answers('GET', '/api/scales/2/reading', () => ({ kilograms: 12.345, said: null }));
  show(<ScaleRules />, {}, '/?open=2');
  expect(await screen.findByText('It shows 12.345 kg')).toBeTruthy();
  answers('GET', '/api/scales/2/reading', () => ({
    kilograms: null,
    said: 'Packing bench is not at rest.',
  }));
  await press('Refresh status');
  expect(await screen.findByText('Packing bench is not at rest.')).toBeTruthy();
});

it('adds a scale, and keeps what was typed if the address is none', async () => {
  answers(
    'POST',
    '/api/scales',
    () =>
      new Refusal(400, 'Expected an address such as http://10.0.0.9', 'invalid', {
        field: 'address',
      }),
  );
  show(<ScaleRules />, {}, '/?open=new');
  fill(await screen.findByLabelText(/Code/), 'bench2');
  fill(screen.getByLabelText(/Name/), 'Bench 2');
  fill(screen.getByLabelText('Address'), 'bench');
  await press('Save');
  expect(await screen.findAllByText(/Expected an address such as/)).toBeTruthy();
  await waitFor(() =>
    expect(sent('POST', '/api/scales')[0]?.body).toMatchObject({
      code: 'BENCH2',
      address: 'bench',
      siteId: null,
    }),
  );
  expect((screen.getByLabelText('Address') as HTMLInputElement).value).toBe('bench');
});

it('shows what a carrier offers, and that it is away', async () => {
  answers('GET', '/api/carriers/3/condition', () => ({
    said: '127.0.0.1:9 can’t be reached.',
    services: [
      { carrierId: 3, carrier: 'Coast', service: 'TIDE', name: 'With the tide', most: 25 },
    ],
  }));
  show(<CarrierRules />, {}, '/?open=3');
  expect(await screen.findByText('With the tide')).toBeTruthy();
  expect(screen.getByText('127.0.0.1:9 can’t be reached.')).toBeTruthy();
});
