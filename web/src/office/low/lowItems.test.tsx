// @vitest-environment jsdom
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, asked, empty, fill, press, Refusal, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { LowPanel } from './LowPanel';
import { LowSpace } from './LowSpace';
import { RunSpace } from './RunSpace';

const reason = {
  policyId: 1,
  scope: 'HOUSE',
  kind: 'POINT_AND_QUANTITY',
  perDay: 4,
  deviation: 3,
  daysCounted: 180,
  daysLeftOut: 2,
  pattern: 'SMOOTH',
  interval: 1.1,
  variation: 0.2,
  leadDays: 9,
  leadDeviation: 2,
  leadsSeen: 5,
  reviewDays: 1,
  servicePercent: 95,
  expected: 40,
  safetyStock: 20.41,
  workedPoint: '61',
  point: '61',
  pointFixed: false,
  upTo: null,
  orderFor: '144',
  orderForFixed: false,
  cause: 'ECONOMY',
  minimum: '0',
  multiple: '24',
  free: '30',
  coming: '0',
  promised: '4',
  level: '26',
  toOrder: '144',
};

function proposal(id: number, more = {}) {
  return {
    id,
    version: 0,
    itemId: 7,
    item: 'FLR-001',
    name: 'Parachute flare',
    symbol: 'pc',
    siteId: 1,
    site: 'Kittiwake Quay',
    way: 'BUY',
    fromId: 4,
    from: 'Harbinger',
    quantity: '144',
    due: '2026-12-11',
    state: 'OPEN',
    changed: false,
    reason,
    made: '2026-11-29T00:00:00Z',
    decidedBy: null,
    note: '',
    document: '',
    ...more,
  };
}

const row = {
  itemId: 7,
  item: 'FLR-001',
  name: 'Parachute flare',
  category: 'Flares',
  symbol: 'pc',
  siteId: 1,
  site: 'Kittiwake Quay',
  finding: 'ORDER',
  pattern: 'SMOOTH',
  supplier: 'Harbinger',
  free: '30',
  coming: '0',
  point: '61',
  perDay: 4,
  toOrder: '144',
  runsOut: '2026-12-08',
  lastDayToOrder: '2026-11-29',
  proposals: [proposal(11)],
};

const card = {
  ...row,
  failure: null,
  policy: { id: 1, version: 0, scope: 'HOUSE', category: '', siteId: null, site: null },
  reason,
  supplierId: 4,
  belowSafety: '2026-12-02',
  past: [
    { day: '2026-11-28', stock: 34, used: 4, comes: 0 },
    { day: '2026-11-29', stock: 30, used: 4, comes: 0 },
  ],
  ahead: [
    { day: '2026-11-29', stock: 26, used: 4, comes: 0 },
    { day: '2026-11-30', stock: 22, used: 4, comes: 0 },
  ],
  due: [],
  asked: [{ itemId: 7, day: '2026-12-01', missing: '4', reserved: '2', document: 'OB-10004' }],
  open: [proposal(11)],
  decided: [proposal(3, { state: 'REFUSED', decidedBy: 'Maren Holme', note: 'enough for now' })],
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Kittiwake Quay', code: 'KQ', areas: [] },
    { id: 2, name: 'Outer Holm', code: 'OH', areas: [] },
  ]);
  answers('GET', '/api/suppliers', () => [
    { id: 4, code: 'HARBINGER', name: 'Harbinger', active: true },
  ]);
  answers('GET', '/api/replenishment/runs', () => []);
  answers('GET', '/api/replenishment/items', () => ({ total: 1, offset: 0, rows: [row] }));
  answers('GET', '/api/replenishment/items/7/at/1', () => card);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('approves what is proposed for the items that are chosen, and says what came of it', async () => {
  answers('POST', '/api/replenishment/proposals/approval', () => ({
    count: 1,
    documents: ['RQ-10042'],
  }));
  show(<LowSpace />);
  expect(await screen.findByText('Buy 144 pc from Harbinger')).toBeTruthy();
  await userEvent.click(
    screen.getByRole('checkbox', { name: 'Choose the proposals for Parachute flare' }),
  );
  await press('Approve proposal');
  const link = await screen.findByRole('link', { name: 'RQ-10042' });
  expect(link.getAttribute('href')).toBe('/office/running-low/requisitions?q=RQ-10042');
  expect(asked.find((one) => one.method === 'POST')?.body).toEqual({ ids: [11] });
});

it('asks anew for the list when something of it was decided', async () => {
  let open = true;
  answers('GET', '/api/replenishment/items', () => ({
    total: open ? 1 : 0,
    offset: 0,
    rows: open ? [row] : [],
  }));
  answers('POST', '/api/replenishment/proposals/refusal', () => {
    open = false;
    return { count: 1, documents: [] };
  });
  show(<LowSpace />);
  await userEvent.click(
    await screen.findByRole('checkbox', { name: 'Choose the proposals for Parachute flare' }),
  );
  await press('Refuse proposal');
  await userEvent.type(screen.getByLabelText('Why it is refused'), 'not now');
  await userEvent.click(screen.getAllByRole('button', { name: 'Refuse proposal' }).at(-1)!);
  await waitFor(() => expect(screen.queryByText('Buy 144 pc from Harbinger')).toBeNull());
  expect(asked.find((one) => one.method === 'POST')?.body).toEqual({ ids: [11], note: 'not now' });
});

it('sets one policy for the items that are chosen', async () => {
  answers('POST', '/api/replenishment/policies/many', () => ({ items: 1 }));
  show(<LowSpace />);
  await userEvent.click(
    await screen.findByRole('checkbox', { name: 'Choose the proposals for Parachute flare' }),
  );
  await press('Set policy for 1 item');
  const panel = await screen.findByRole('complementary', { name: 'Policy' });
  const service = within(panel).getByLabelText(/^Chance of no stock-out/);
  await userEvent.clear(service);
  await userEvent.type(service, '98,5');
  await userEvent.click(within(panel).getByRole('button', { name: 'Set policy for 1 item' }));
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      items: [7],
      figures: { kind: 'POINT_AND_QUANTITY', servicePercent: 98.5, point: null },
    }),
  );
});

it('looks at the items of a site when asked, and says how far it is', async () => {
  let runs: object[] = [];
  answers('GET', '/api/replenishment/runs', () => runs);
  answers('POST', '/api/replenishment/runs', () => {
    runs = [{ id: 5, siteId: 1, site: 'Kittiwake Quay', finished: null, looked: 500, items: 2400 }];
    return runs;
  });
  show(<LowSpace />);
  await press('Check stock now');
  expect(await screen.findByText(/500 of 2,400 items checked/)).toBeTruthy();
});

it('tells of one item why, with every figure', async () => {
  show(<LowPanel item={7} site={1} onClose={() => undefined} />);
  expect(await screen.findByText('4 a day ± 3, 9 + 1 days ± 2, 95 %: 61')).toBeTruthy();
  expect(screen.getByText(/2 days out of stock left out/)).toBeTruthy();
  expect(screen.getByText('30 free + 0 coming − 4 promised = 26 pc')).toBeTruthy();
  expect(screen.getByText(/enough for now/)).toBeTruthy();
  await press('Show as a table');
  const table = screen.getByRole('table');
  expect(within(table).getAllByRole('row')).toHaveLength(4);
});

it('splits a part off to come from another site', async () => {
  answers('POST', '/api/replenishment/proposals/11/split', () => [proposal(11), proposal(12)]);
  show(<LowPanel item={7} site={1} onClose={() => undefined} />);
  await press('Split off');
  await userEvent.type(screen.getByLabelText(/^Quantity/), '24');
  await userEvent.selectOptions(screen.getByLabelText('How'), 'Transfer');
  await userEvent.click(screen.getAllByRole('button', { name: 'Split off' }).at(-1)!);
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toEqual({
      version: 0,
      quantity: '24',
      way: 'TRANSFER',
      from: 2,
    }),
  );
});

it('keeps what is being typed when a run finds the item otherwise meanwhile', async () => {
  let open = [proposal(11)];
  answers('GET', '/api/replenishment/items/7/at/1', () => ({ ...card, open }));
  answers('POST', '/api/replenishment/runs', () => []);
  show(<LowSpace />, {}, '/?open=7-1');
  await press('Change');
  fill(screen.getByLabelText(/^Quantity/), '30');
  open = [proposal(11, { version: 1, quantity: '150' })];
  await press('Check stock now');
  expect(await screen.findByText('Buy 150 pc from Harbinger')).toBeTruthy();
  expect(screen.getByLabelText(/^Quantity/)).toHaveProperty('value', '30');
});

it('says what was wrong with a changed quantity at its field', async () => {
  answers(
    'PUT',
    '/api/replenishment/proposals/11',
    () => new Refusal(400, 'is counted in whole pieces', 'invalid', { field: 'quantity' }),
  );
  show(<LowPanel item={7} site={1} onClose={() => undefined} />);
  await press('Change');
  await press('Save proposal');
  await waitFor(() =>
    expect(screen.getByLabelText(/^Quantity/).getAttribute('aria-invalid')).toBe('true'),
  );
});

it('shows what a run found, what failed first', async () => {
  const run = {
    id: 5,
    siteId: 1,
    site: 'Kittiwake Quay',
    day: '2026-11-29',
    night: true,
    askedBy: null,
    started: '2026-11-29T00:00:03Z',
    finished: '2026-11-29T00:00:09Z',
    items: 2,
    looked: 2,
    low: 2,
    proposed: 1,
    failed: 1,
    failure: null,
  };
  answers('GET', '/api/replenishment/runs', () => [run]);
  answers('GET', '/api/replenishment/runs/5', () => ({
    run,
    findings: [
      {
        itemId: 9,
        item: 'SHK-001',
        name: 'Shackle',
        finding: 'FAILED',
        detail: 'The up-to level 3 is below the re-order point 40.',
      },
    ],
  }));
  show(<RunSpace />, {}, '/?open=5');
  expect(await screen.findByText(/The up-to level 3 is below/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'SHK-001' }).getAttribute('href')).toContain('open=9-1');
});
