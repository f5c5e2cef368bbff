// @vitest-environment jsdom
import { answers, asked, empty, press, sent, show } from '../testing/house';
import { asItWas, laidOut } from '../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { ChangeLogSpace } from '../office/rules/ChangeLogSpace';

const PAGE = '/office/rules/change-log';

const view: Schemas['SavedView'] = {
  id: 5,
  version: 2,
  list: 'change-log',
  name: 'Removed rules',
  everyone: true,
  mine: true,
  page: PAGE,
  search: 'where=KIND%3AIS%3AREMOVED',
  columns: { order: ['person', 'changed'], shown: { table: false }, widths: { person: 300 } },
};

let views: Schemas['SavedView'][];

beforeEach(() => {
  empty();
  laidOut();
  views = [view];
  answers('GET', '/api/change-log', () => ({
    total: 1,
    offset: 0,
    rows: [
      {
        id: 12,
        table: 'items',
        key: 'SH-1',
        kind: 'REMOVED',
        changed: '2026-11-20T05:00:00Z',
        person: 'Maren',
        importId: null,
        takenBack: false,
        cells: [],
      },
    ],
  }));
  answers('GET', '/api/saved-views', () => views);
});
afterEach(() => {
  cleanup();
  asItWas();
});

const headings = () => screen.getAllByRole('columnheader').map((one) => one.textContent);

it('shows a table as a view was saved', async () => {
  show(<ChangeLogSpace />, {}, PAGE);
  await screen.findByText('Maren');
  expect(headings()).toContain('Table');
  await userEvent.click(screen.getByRole('link', { name: 'Removed rules' }));
  await waitFor(() => expect(headings().slice(0, 2)).toEqual(['Who', 'When']));
  expect(headings()).not.toContain('Table');
  await waitFor(() =>
    expect(sent('GET', '/api/change-log').at(-1)?.query.getAll('where')).toEqual([
      'KIND:IS:REMOVED',
    ]),
  );
  expect(screen.getByRole('link', { name: 'Removed rules' }).getAttribute('aria-current')).toBe(
    'page',
  );
});

it('saves what is shown under a name, and opens it', async () => {
  answers('POST', '/api/saved-views', ({ body }) => {
    const saved = { ...(body as typeof view), id: 6, version: 0, mine: true };
    views = [...views, saved];
    return saved;
  });
  show(<ChangeLogSpace />, {}, `${PAGE}?q=shackle&open=12`);
  await screen.findByText('Maren');
  await press('Save view');
  await userEvent.type(await screen.findByLabelText(/^Name/), 'Shackles');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      list: 'change-log',
      name: 'Shackles',
      everyone: false,
      page: PAGE,
      search: 'q=shackle',
      version: null,
    }),
  );
  const tab = await screen.findByRole('link', { name: 'Shackles' });
  await waitFor(() => expect(tab.getAttribute('aria-current')).toBe('page'));
});

it('says that a view was changed, and saves it again or lets it go', async () => {
  answers('PUT', '/api/saved-views/5', ({ body }) => ({
    ...view,
    ...(body as object),
    version: 3,
  }));
  answers('DELETE', '/api/saved-views/5', () => {
    views = [];
    return view;
  });
  show(<ChangeLogSpace />, {}, `${PAGE}?${view.search}&q=rope&saved=5`);
  await screen.findByRole('link', { name: 'Removed rules, changed' });
  await press('Save view');
  await press('Save');
  await waitFor(() =>
    expect(sent('PUT', '/api/saved-views/5')[0]?.body).toMatchObject({
      version: 2,
      search: 'where=KIND%3AIS%3AREMOVED&q=rope',
      columns: view.columns,
    }),
  );
  await press('Save view');
  await press('Remove view');
  await waitFor(() => expect(screen.queryByRole('link', { name: /Removed rules/ })).toBeNull());
});
