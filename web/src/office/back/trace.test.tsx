// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { useLocation } from 'react-router';
import '../../app/words';
import { answers, empty, press, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { TraceSpace } from './TraceSpace';

const goods = {
  ...{ itemId: 9, item: 'FLR', name: 'Flare', symbol: 'pc' },
  ...{ lotId: 4, lot: 'K2291', expiry: '2031-05-07', serialId: null, serial: null },
};
const kit = { ...goods, itemId: 10, item: 'KIT', name: 'Grab bag', lotId: 5, lot: 'M1' };
const figures = {
  in: [],
  out: [],
  cameIn: '12',
  wentOut: '7',
  held: '5',
  missing: '0',
  differences: [],
};
const line = {
  ...{
    part: 0,
    posting: 1,
    line: 0,
    kind: 'RECEIPT',
    at: '2031-05-01T08:00:00Z',
    document: 'PO-1',
  },
  ...{ person: 'Tavi', reverses: false, serial: null, quantity: '12' },
  ...{
    fromId: 11,
    fromLoad: null,
    fromCondition: 'GOOD',
    toId: 1,
    toLoad: null,
    toCondition: 'GOOD',
  },
};
const side = {
  ...{ place: 'CUSTOMER', part: 0, there: '3', back: '0', documents: ['OB-1'] },
  ...{ first: '2031-05-02T08:00:00Z', last: '2031-05-02T08:00:00Z' },
  party: { id: 3, code: 'DULSE', name: 'Dulse and Daughters', town: 'Holm', email: '' },
};
const trace = {
  parts: [
    {
      ...{ role: 'SUBJECT', goods, balance: figures },
      positions: [{ placeId: 1, load: null, serial: null, condition: 'ON_HOLD', quantity: '5' }],
    },
    { role: 'PRODUCT', goods: kit, balance: { ...figures, missing: '2' }, positions: [] },
  ],
  jobs: [
    {
      document: 'JB-1',
      used: [{ goods, quantity: '4', part: 0 }],
      made: [{ goods: { ...kit, lotId: null, lot: null }, quantity: '2', part: null }],
    },
  ],
  holders: [side, { ...side, place: 'USED_UP', party: null, documents: ['JB-1'] }],
  origins: [],
  lines: [line],
  places: [
    { id: 1, kind: 'BIN', address: 'A-01', siteId: 7, site: 'Quay', within: true },
    { id: 11, kind: 'SUPPLIER', address: 'Supplier', siteId: null, site: null, within: false },
  ],
  complete: true,
};

function Address() {
  const { pathname, search } = useLocation();
  return <output>{pathname + search}</output>;
}

function open(at: string) {
  show(
    <>
      <TraceSpace />
      <Address />
    </>,
    {},
    at,
  );
}

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/ask', () => []);
  answers('GET', '/api/trace/lots/4', () => trace);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('says in a sentence whether anything is missing, and who has what', async () => {
  open('/office/looking-back/trace?lot=4');
  expect(await screen.findByText(/12 pc came in, 7 went out, 5 held/)).toBeTruthy();
  expect(screen.getByText('Nothing is missing.')).toBeTruthy();
  expect(screen.getByText('Dulse and Daughters')).toBeTruthy();
  expect(screen.getByText('OB-1')).toBeTruthy();
  expect(screen.getByText('On hold')).toBeTruthy();
  expect(screen.getByText('No receipt is known.')).toBeTruthy();
  expect(screen.getByText('2 missing.'), 'of what was made of it').toBeTruthy();
  expect(screen.getByText(/no lot, not followed/)).toBeTruthy();
  expect(screen.queryByText('Used up'), 'what became of it is told by its job').toBeNull();
  expect(screen.getByRole('img', { name: /Drawing of 1 step/ })).toBeTruthy();
});

it('reads the drawing as a table', async () => {
  open('/office/looking-back/trace?lot=4');
  await press('Show as a table');
  const table = screen.getByRole('table');
  expect(table.textContent).toContain('PO-1');
  expect(table.textContent).toContain('Suppliers');
  expect(table.textContent).toContain('A-01');
  expect(table.textContent).toContain('12 pc');
});

it('starts from a scan: what it names is taken by Enter', async () => {
  answers('GET', '/api/trace/starts', () => [
    { kind: 'LOT', id: 4, code: 'K2291', name: 'FLR Flare', exact: true },
  ]);
  open('/office/looking-back/trace');
  expect(screen.getByText(/^Scan a lot/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText(/^Lot, serial number/), 'K2291{Enter}');
  expect(await screen.findByText('/office/looking-back/trace?lot=4')).toBeTruthy();
});

it('takes what is chosen of several, and says when nothing is meant', async () => {
  answers('GET', '/api/trace/starts', () => [
    { kind: 'LOT', id: 4, code: 'K2291', name: 'FLR Flare', exact: false },
    { kind: 'CUSTOMER', id: 3, code: 'KELP', name: 'Kelp and Sons', exact: false },
  ]);
  answers('GET', '/api/customers', () => [{ id: 3, code: 'KELP', name: 'Kelp and Sons' }]);
  answers('GET', '/api/trace/goods', () => ({
    ...{ total: 1, offset: 0 },
    rows: [{ goods, quantity: '3', documents: 2, first: side.first, last: side.last }],
  }));
  open('/office/looking-back/trace');
  await userEvent.type(screen.getByLabelText(/^Lot, serial number/), 'K');
  await userEvent.click(await screen.findByText('Kelp and Sons'));
  expect(await screen.findByText('/office/looking-back/trace?customer=3')).toBeTruthy();
  expect(await screen.findByText('K2291')).toBeTruthy();
  answers('GET', '/api/trace/starts', () => []);
  await userEvent.type(screen.getByLabelText(/^Lot, serial number/), 'NOTHING');
  expect(await screen.findByText(/^Nothing is called NOTHING/)).toBeTruthy();
});
