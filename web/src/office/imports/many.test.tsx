// @vitest-environment jsdom
import { answers, asked, empty, press, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { ItemRules } from '../rules/ItemRules';

const ITEMS = 450;

const column = (name: string, kind: string, needed = false, choices: string[] = []) => ({
  name,
  kind,
  meaning: `What ${name} means.`,
  example: '',
  key: name === 'code',
  needed,
  usual: '',
  choices,
  refersTo: '',
});

const row = (n: number): Schemas['ItemRow'] =>
  ({
    id: n,
    code: `SH-${n}`,
    name: `Shackle ${n}`,
    category: '',
    unit: 'PIECE',
    decimals: 0,
    tracking: 'NONE',
    active: true,
  }) as Schemas['ItemRow'];

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/items', ({ query }) => {
    const offset = Number(query.get('offset'));
    const limit = Number(query.get('limit'));
    const rows = Array.from({ length: ITEMS }, (_one, i) => row(i + 1));
    return { total: ITEMS, offset, rows: rows.slice(offset, offset + limit) };
  });
  answers('GET', '/api/tables', () => [
    {
      name: 'items',
      meaning: '',
      columns: [
        column('code', 'CODE', true),
        column('name', 'TEXT', true),
        column('shelf life days', 'WHOLE'),
        column('barcodes', 'LIST'),
        column('tracking', 'CHOICE', false, ['none', 'lot']),
      ],
    },
  ]);
  answers('GET', '/api/suppliers', () => []);
  answers('GET', '/api/categories', () => []);
});
afterEach(() => {
  cleanup();
  asItWas();
});

const sentMany = () =>
  asked.find((one) => one.path === '/api/imports/many')?.body as
    Schemas['ChangeOfManyEntry'] | undefined;

it('changes one thing of the rows that are ticked', async () => {
  answers('POST', '/api/imports/many', () => ({ row: { id: 7 } }));
  show(<ItemRules />);
  const grid = await screen.findByRole('grid', { name: 'Items' });
  const hands = userEvent.setup();
  await hands.click(await within(grid).findByLabelText('Tick row 2'));
  await hands.keyboard('{Shift>}');
  await hands.click(within(grid).getByLabelText('Tick row 4'));
  await hands.keyboard('{/Shift}');
  await screen.findByText('3 rows ticked');
  await press('Change ticked rows');
  await userEvent.selectOptions(await screen.findByLabelText('Change'), 'shelf life days');
  expect(screen.queryByRole('option', { name: 'barcodes' })).toBeNull();
  await userEvent.type(screen.getByLabelText('To'), '730');
  await press('Show what changes');
  await waitFor(() =>
    expect(sentMany()).toEqual({
      table: 'items',
      columns: ['code'],
      rows: [['SH-2'], ['SH-3'], ['SH-4']],
      values: { 'shelf life days': '730' },
    }),
  );
});

it('ticks all that the table finds, also those that are not in sight', async () => {
  show(<ItemRules />);
  const grid = await screen.findByRole('grid', { name: 'Items' });
  await within(grid).findByLabelText('Tick row 1');
  await userEvent.click(within(grid).getByLabelText('Tick all rows'));
  await screen.findByText('450 rows ticked');
  await press('Untick all');
  await waitFor(() => expect(screen.queryByText(/ticked$/)).toBeNull());
});

it('buys many items from one supplier', async () => {
  answers('POST', '/api/imports/many', () => ({ row: { id: 7 } }));
  show(<ItemRules />);
  const grid = await screen.findByRole('grid', { name: 'Items' });
  await userEvent.click(await within(grid).findByLabelText('Tick row 1'));
  await press('Change ticked rows');
  await userEvent.selectOptions(await screen.findByLabelText('Change'), 'supplier');
  await userEvent.type(screen.getByLabelText(/^To/), 'NORDHOLM');
  await press('Show what changes');
  await waitFor(() =>
    expect(sentMany()).toEqual({
      table: 'supplier items',
      columns: ['item'],
      rows: [['SH-1']],
      values: { supplier: 'NORDHOLM', preferred: 'yes' },
    }),
  );
});

it('has nothing to tick for those who may not change all', async () => {
  show(<ItemRules />, { everywhere: false });
  const grid = await screen.findByRole('grid', { name: 'Items' });
  await within(grid).findByText('SH-1');
  expect(within(grid).queryByLabelText('Tick row 1')).toBeNull();
});
