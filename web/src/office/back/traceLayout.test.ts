import { expect, it } from 'vitest';
import { traceLayout, usualRows, type Trace } from './traceLayout';

type Line = Trace['lines'][number];

const PLACES: Trace['places'] = [
  { id: 1, kind: 'BIN', address: 'A-01', siteId: 7, site: 'Quay', within: true },
  { id: 2, kind: 'BIN', address: 'B-01', siteId: 7, site: 'Quay', within: true },
  { id: 11, kind: 'SUPPLIER', address: 'Supplier', siteId: null, site: null, within: false },
  { id: 12, kind: 'CUSTOMER', address: 'Customer', siteId: null, site: null, within: false },
  { id: 13, kind: 'USED_UP', address: 'Used up', siteId: null, site: null, within: false },
];

let posting = 0;

function line(
  part: number,
  from: number,
  to: number,
  quantity: string,
  more: Partial<Line> = {},
): Line {
  posting++;
  return {
    ...{ part, posting, line: 0, kind: 'MOVE', at: `2031-05-0${part + 1}T0${posting % 9}:00:00Z` },
    ...{ document: null, person: 'Tavi', reverses: false, serial: null, quantity },
    ...{ fromId: from, fromLoad: null, fromCondition: 'GOOD' },
    ...{ toId: to, toLoad: null, toCondition: 'GOOD' },
    ...more,
  } as Line;
}

function part(itemId: number, role: 'SUBJECT' | 'PRODUCT') {
  return { role, goods: { itemId, symbol: 'pc' }, positions: [], balance: {} } as never;
}

function trace(lines: Line[], more: Partial<Trace> = {}): Trace {
  return {
    ...{ parts: [part(1, 'SUBJECT')], jobs: [], holders: [], origins: [] },
    ...{ places: PLACES, complete: true, lines },
    ...more,
  };
}

const rowNames = (layout: ReturnType<typeof traceLayout>) => layout.rows.map((row) => row.key);

it('draws rows from where goods came to where they went, and bands as wide as what moved', () => {
  posting = 0;
  const layout = traceLayout(
    trace([
      line(0, 11, 1, '10', { document: 'PO-1' }),
      line(0, 1, 2, '4'),
      line(0, 2, 12, '2', { document: 'OB-1' }),
    ]),
    'PLACE',
  );
  expect(rowNames(layout)).toEqual(['SUPPLIER ', 'place 1', 'place 2', 'CUSTOMER ']);
  expect(layout.steps.map((step) => step.document)).toEqual(['PO-1', null, 'OB-1']);
  const [received, moved, sold] = layout.bands.map((band) => band.width);
  expect(moved / received).toBeCloseTo(0.4);
  expect(sold / received).toBeCloseTo(0.2);
  const lane = (row: number) => layout.rows[row].lanes[0].levels.map((level) => level / received);
  expect(lane(0)).toEqual([0, 0, 0]);
  expect(lane(1).map((level) => level.toFixed(1))).toEqual(['1.0', '0.6', '0.6']);
  expect(lane(2).map((level) => level.toFixed(1))).toEqual(['0.0', '0.4', '0.2']);
  expect(lane(3).map((level) => level.toFixed(1))).toEqual(['0.0', '0.0', '0.2']);
});

it('draws what one document moved on one day between two rows as one band', () => {
  posting = 0;
  const layout = traceLayout(
    trace([line(0, 11, 1, '6', { document: 'PO-1' }), line(0, 11, 1, '4', { document: 'PO-1' })]),
    'PLACE',
  );
  expect(layout.steps).toHaveLength(1);
  expect(layout.bands).toHaveLength(1);
  expect(layout.bands[0].quantity).toBe(10);
  expect(layout.bands[0].postings).toEqual([1, 2]);
});

it('leaves out what does not leave a site where sites are rows', () => {
  posting = 0;
  const layout = traceLayout(trace([line(0, 11, 1, '6'), line(0, 1, 2, '6')]), 'SITE');
  expect(rowNames(layout)).toEqual(['SUPPLIER ', 'site 7']);
  expect(layout.bands).toHaveLength(1);
});

it('leads through a job by a row of its own', () => {
  posting = 0;
  const layout = traceLayout(
    trace([line(0, 1, 13, '6', { document: 'JB-1' }), line(1, 13, 2, '2', { document: 'JB-1' })], {
      parts: [part(1, 'SUBJECT'), part(2, 'PRODUCT')],
      jobs: [{ document: 'JB-1', used: [], made: [{} as never] }],
    }),
    'PLACE',
  );
  expect(rowNames(layout)).toEqual(['place 1', 'place 2', 'job JB-1']);
  expect(layout.rows[2].lanes.map((lane) => lane.part)).toEqual([0, 1]);
  expect(layout.bands.map((band) => [band.from, band.to])).toEqual([
    ['place 1', 'job JB-1'],
    ['job JB-1', 'place 2'],
  ]);
});

it('names customers by whom the documents name, each in a row', () => {
  posting = 0;
  const party = (name: string) => ({ id: 1, code: name, name, town: '', email: '' });
  const side = (name: string, number: string) =>
    ({ place: 'CUSTOMER', party: party(name), documents: [number] }) as never;
  const layout = traceLayout(
    trace([line(0, 1, 12, '1', { document: 'OB-1' }), line(0, 1, 12, '1', { document: 'OB-2' })], {
      holders: [side('Dulse', 'OB-1'), side('Puffin', 'OB-2')],
    }),
    'PLACE',
  );
  expect(layout.rows.map((row) => row.name)).toEqual(['A-01', 'Dulse', 'Puffin']);
});

it('draws sites where there would be too many rows of bins', () => {
  const many = Array.from({ length: 25 }, (_, i) => ({ ...PLACES[0], id: 100 + i }));
  expect(usualRows(trace([]))).toBe('PLACE');
  expect(usualRows(trace([], { places: many }))).toBe('SITE');
});
