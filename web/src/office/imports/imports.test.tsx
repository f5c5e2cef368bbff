// @vitest-environment jsdom
import { answers, asked, empty, fill, press, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import type { Schemas } from '../../api/client';
import { ImportSpace } from './ImportSpace';
import { SetupSpace } from './SetupSpace';

const row: Schemas['ImportRow'] = {
  id: 4,
  fileName: 'items.csv',
  state: 'CHECKED',
  askedBy: 'Maren',
  asked: '2026-11-29T10:00:00Z',
  finished: '2026-11-29T10:00:05Z',
  done: 0,
  total: 3,
  faults: 0,
  failure: null,
  many: null,
};

const sheet: Schemas['ImportSheet'] = {
  position: 0,
  sheet: 'items',
  table: 'items',
  lines: 3,
  headings: [
    { heading: 'Artikel', column: 'code' },
    { heading: 'Bezeichnung', column: '' },
  ],
  missing: [],
  fresh: 2,
  changed: 1,
  unchanged: 0,
  faulty: 0,
};

let card: Schemas['ImportCard'];

beforeEach(() => {
  empty();
  laidOut();
  card = {
    row,
    numbers: null,
    days: null,
    numberExample: null,
    dayExample: null,
    ready: true,
    openedSites: [],
    staying: 0,
    sheets: [sheet],
  };
  answers('GET', '/api/imports', () => ({ total: 1, offset: 0, rows: [card.row] }));
  answers('GET', '/api/imports/4', () => card);
  answers('GET', '/api/imports/4/changes', () => ({
    total: 1,
    offset: 0,
    rows: [
      {
        table: 'items',
        line: 2,
        kind: 'CHANGED',
        before: { code: 'A-1', name: 'Anchor' },
        after: { code: 'A-1', name: 'Bow anchor' },
      },
    ],
  }));
  answers('GET', '/api/imports/4/faults', () => ({
    total: 1,
    offset: 0,
    rows: [
      {
        table: 'items',
        line: 3,
        column: 'unit',
        found: 'pcs',
        expected: 'Expected one of: pc, m.',
        nearest: 'pc',
      },
    ],
  }));
  answers('GET', '/api/tables', () => [
    {
      name: 'items',
      meaning: '',
      columns: ['code', 'name'].map((name) => ({
        name,
        kind: 'TEXT',
        meaning: '',
        example: '',
        key: name === 'code',
        needed: true,
        usual: '',
        choices: [],
        refersTo: '',
      })),
    },
  ]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

const opened = () => show(<ImportSpace />, {}, '/?open=4');

it('imports what has no faults, and shows what changes before and after', async () => {
  answers('POST', '/api/imports/4/writing', () => card);
  opened();
  expect(await screen.findByText('Bow anchor')).toBeTruthy();
  expect(screen.getByText('2 new')).toBeTruthy();
  expect(screen.getByText('Not read, for no column is meant: Bezeichnung')).toBeTruthy();
  await press('Import 3 rows');
  await waitFor(() => expect(sent('POST', '/api/imports/4/writing')).toHaveLength(1));
});

it('draws up a stock take of a site whose stock was said', async () => {
  answers('GET', '/api/sites', () => [
    { id: 1, code: 'PS', name: 'Shop', binned: true, areas: [] },
    { id: 2, code: 'KQ', name: 'Quay', binned: true, areas: [] },
  ]);
  answers('POST', '/api/counts', () => ({ id: 8 }));
  card = { ...card, row: { ...row, state: 'IMPORTED' }, openedSites: ['KQ'] };
  opened();
  await screen.findByText('Bow anchor');
  await press('Create a stock take of Quay');
  await waitFor(() =>
    expect(sent('POST', '/api/counts')[0]?.body).toEqual({
      scope: { site: 2 },
      method: 'STOCK_TAKE',
      shape: 'BIN',
      blind: true,
    }),
  );
  expect(screen.queryByText('Create a stock take of Shop')).toBeNull();
});

it('says what stays of an import that was taken back', async () => {
  card = { ...card, row: { ...row, state: 'UNDONE' }, staying: 43 };
  opened();
  expect(await screen.findByText(/so 43 rows that they name stay too/)).toBeTruthy();
});

it('names each fault by its cell, and waits to import', async () => {
  card = { ...card, ready: false, row: { ...row, faults: 1 }, sheets: [{ ...sheet, faulty: 1 }] };
  opened();
  expect(await screen.findByText('Expected one of: pc, m.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Import 3 rows' })).toHaveProperty('disabled', true);
  expect(screen.getByText('Download with errors marked').getAttribute('href')).toBe(
    '/api/imports/4/workbook',
  );
});

it('asks which of two readings is meant', async () => {
  card = { ...card, ready: false, numberExample: '1.500' };
  answers('PUT', '/api/imports/4/reading', () => card);
  opened();
  expect(await screen.findByText('How much is 1.500?')).toBeTruthy();
  await press(/^The comma stands/);
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      numbers: 'COMMA',
      days: null,
      sheets: [],
    }),
  );
});

it('lets a heading be matched by hand', async () => {
  card = { ...card, ready: false, sheets: [{ ...sheet, missing: ['name'] }] };
  answers('PUT', '/api/imports/4/reading', () => card);
  opened();
  expect(await screen.findByText('Lacks: name')).toBeTruthy();
  await press('Match headings');
  fill(await screen.findByLabelText('Bezeichnung means'), 'name');
  await press('Check again');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      numbers: null,
      days: null,
      sheets: [
        {
          position: 0,
          table: 'items',
          headings: [
            { heading: 'Artikel', column: 'code' },
            { heading: 'Bezeichnung', column: 'name' },
          ],
        },
      ],
    }),
  );
});

it('can be ended while it goes on, and undone when it is done', async () => {
  card = { ...card, ready: false, row: { ...row, state: 'IMPORTING', done: 1 } };
  answers('POST', '/api/imports/4/cancelling', () => card);
  opened();
  await press('Cancel import');
  await waitFor(() => expect(sent('POST', '/api/imports/4/cancelling')).toHaveLength(1));
  cleanup();
  card = { ...card, row: { ...row, state: 'IMPORTED' } };
  answers('POST', '/api/imports/4/undoing', () => card);
  opened();
  await press('Undo import');
  await waitFor(() => expect(sent('POST', '/api/imports/4/undoing')).toHaveLength(1));
});

it('leads an empty house from one step to the next', async () => {
  answers('GET', '/api/house', () => ({ name: 'Reliquum', settingUp: true }));
  answers('GET', '/api/sites', () => []);
  answers('GET', '/api/items', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/people/names', () => []);
  answers('GET', '/api/ledger', () => ({ total: 0, offset: 0, rows: [] }));
  answers('PUT', '/api/house/setting-up', () => ({ settingUp: false }));
  show(<SetupSpace />);
  const first = await screen.findByText('The house and its first site');
  await waitFor(() => expect(first.closest('li')?.getAttribute('aria-current')).toBe('step'));
  await press('Finish setting up');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({ settingUp: false }),
  );
});

it('lists what would stay behind, with the way to each', async () => {
  answers('GET', '/api/tables/staying-behind', () => ({
    total: 1,
    offset: 0,
    rows: [{ kind: 'LOAN', id: 3, number: 'LN-1', site: 'KQ', about: 'Sea School' }],
  }));
  show(<ImportSpace />, {}, '/?open=staying-behind');
  const link = await screen.findByRole('link', { name: 'LN-1' });
  expect(link.getAttribute('href')).toBe('/office/checking/loans?open=3');
  expect(screen.getByText('On loan')).toBeTruthy();
});
