// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../../testing/house';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { RemovalComparison } from './RemovalComparison';
import { RemovalForm, RuleWords } from './RemovalForm';

const area = { id: 4, version: 0, siteId: 1, code: 'FL', name: 'Flare locker', purpose: 'STORE' };
const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay', areas: [area] };

const rule = {
  id: 3,
  version: 1,
  itemId: null,
  item: null,
  name: null,
  category: 'Flares',
  areaId: null,
  area: null,
  siteId: 1,
  site: 'Kittiwake Quay',
  keys: ['EARLIEST_EXPIRY', 'SHORTEST_WALK'] as never,
  minimumLife: 30,
  oneLot: false,
  fullPacks: false,
  substitutes: 'SAME_LOT' as const,
  overrides: [],
  overriddenBy: [],
};

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => [site]);
  answers('GET', '/api/categories', () => ['Flares', 'Rope/Braided']);
});
afterEach(cleanup);

it('says a rule as a sentence', () => {
  render(<RuleWords rule={rule} />);
  expect(document.body.textContent).toBe(
    'For category Flares at Kittiwake Quay take earliest expiry, then shortest walk; with 30 days left; only the same lot instead.',
  );
});

it('writes a rule, shows whom it overrides, and tries it on the stock of today', async () => {
  answers('POST', '/api/removal/standing', () => ({
    ...rule,
    overrides: [{ id: 8, sentence: 'For everything take oldest.' }],
  }));
  answers('POST', '/api/removal/rules', () => rule);
  answers('POST', '/api/removal/trial', () => ({
    itemId: 7,
    item: 'FLR',
    name: 'Flare, red',
    symbol: 'pc',
    asked: '45',
    needed: '2026-12-01',
    missing: '5',
    split: [],
    governing: null,
    covered: true,
    choices: [
      {
        rank: 1,
        verdict: 'TAKEN',
        behind: 'FIRST',
        placeId: 1,
        place: 'FL-01',
        area: 'Flare locker',
        lot: 'L1',
        expiry: '2027-01-01',
        serial: null,
        inDate: '2026-01-01',
        condition: 'GOOD',
        free: '40',
        taken: '40',
        rule: null,
      },
      {
        rank: 0,
        verdict: 'EXPIRED',
        behind: null,
        placeId: 2,
        place: 'FL-02',
        area: 'Flare locker',
        lot: 'L0',
        expiry: '2026-01-01',
        serial: null,
        inDate: '2025-01-01',
        condition: 'GOOD',
        free: '9',
        taken: '0',
        rule: null,
      },
    ],
  }));
  show(<RemovalForm onDone={() => undefined} />);
  expect(await screen.findByText('For everything take oldest.')).toBeTruthy();
  // What lies above a category can be named too.
  expect(await screen.findByRole('option', { name: 'Rope' })).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Where'), 'in Flare locker, Kittiwake Quay');
  await userEvent.type(screen.getByLabelText('Item'), 'FLR');
  await press('Show picks');
  expect(await screen.findByText('5 pc would be missing')).toBeTruthy();
  expect(screen.getByText(/will have expired/)).toBeTruthy();
  await press('Save');
  await waitFor(() =>
    expect(sent('POST', '/api/removal/rules')[0]?.body).toMatchObject({
      category: 'Flares',
      area: 4,
      keys: ['EARLIEST_EXPIRY', 'SHORTEST_WALK'],
    }),
  );
});

it('compares a rule with those that hold', async () => {
  const outcome = {
    taken: '90',
    missing: '0',
    expired: '20',
    stops: 30,
    splits: 4,
    remainders: 6,
  };
  answers('POST', '/api/removal/comparison', () => ({
    days: 90,
    askings: 28,
    now: outcome,
    then: { ...outcome, expired: '0', stops: 33 },
    left: 0,
    items: [
      {
        itemId: 7,
        item: 'FLR',
        name: 'Flare, red',
        symbol: 'pc',
        askings: 28,
        now: outcome,
        then: { ...outcome, expired: '0', stops: 33 },
      },
    ],
  }));
  show(
    <RemovalComparison
      entry={{
        keys: ['EARLIEST_EXPIRY'],
        minimumLife: 0,
        oneLot: false,
        fullPacks: false,
        substitutes: 'NONE',
        area: 4,
      }}
    />,
  );
  await press('Compare');
  expect(await screen.findByText(/replayed: 28. Items: 1/)).toBeTruthy();
  expect(screen.getByText(/expired in the end 20 → 0/)).toBeTruthy();
  expect(screen.getByText('This rule would have changed 1 item.')).toBeTruthy();
  expect(sent('POST', '/api/removal/comparison')[0]?.body).toMatchObject({ site: 1, days: 90 });
});
