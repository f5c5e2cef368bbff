// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { RowChanges } from '../../kit/RowChanges';
import { ChangeLogSpace } from './ChangeLogSpace';

type Change = Schemas['ChangeLogRow'];

const change: Change = {
  id: 12,
  table: 'items',
  key: 'SH-08-GV',
  kind: 'CHANGED',
  changed: '2026-11-20T05:00:00Z',
  person: 'Maren',
  importId: null,
  takenBack: false,
  cells: [
    { column: 'name', before: 'Shackle', after: 'Bow shackle' },
    { column: 'shelf life days', before: '', after: '730' },
    { column: 'category', before: 'Rigging', after: '' },
    { column: 'lot rule', before: 'A', after: 'B' },
    { column: 'serial rule', before: 'C', after: 'D' },
  ],
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/change-log', () => ({ total: 1, offset: 0, rows: [change] }));
  answers('GET', '/api/change-log/12', () => change);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('says in a line what was changed, and whole beside it', async () => {
  show(<ChangeLogSpace />, {}, '/?open=12');
  await screen.findByText(
    'name: Shackle → Bow shackle; shelf life days: empty → 730; category: Rigging → empty; 2 more',
  );
  await screen.findByRole('heading', { name: 'SH-08-GV' });
  expect(screen.getAllByRole('rowheader')).toHaveLength(5);
});

it('undoes a change, and says why not', async () => {
  let built = true;
  answers('POST', '/api/change-log/12/undoing', () =>
    built
      ? new Refusal(422, 'SH-08-GV in items was changed since.', 'built-on')
      : { ...change, takenBack: true },
  );
  show(<ChangeLogSpace />, {}, '/?open=12');
  await press('Undo this change');
  await screen.findByText('SH-08-GV in items was changed since.');
  built = false;
  answers('GET', '/api/change-log/12', () => ({ ...change, takenBack: true }));
  await press('Undo this change');
  await screen.findByText('This change was undone.');
});

it('stands with what was changed, for those who may see it', async () => {
  answers('GET', '/api/change-log/row', () => ({
    total: 7,
    offset: 0,
    rows: [change, { ...change, id: 13, table: 'packs', key: 'SH-08-GV · box', kind: 'NEW' }],
  }));
  show(<RowChanges table="items" row="SH-08-GV" />);
  await screen.findByText('packs SH-08-GV · box');
  expect(screen.getByRole('link', { name: 'All 7 changes' })).toHaveProperty(
    'search',
    '?where=ROW%3AHOLDS%3ASH-08-GV',
  );
  cleanup();
  const before = asked.length;
  show(<RowChanges table="items" row="SH-08-GV" />, { everywhere: false });
  await waitFor(() => expect(screen.queryByText('Changes')).toBeNull());
  expect(asked).toHaveLength(before);
});
