// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ThemeProvider } from '@mui/material/styles';
import { theme } from '../app/theme';
import { asItWas, laidOut } from '../testing/layout';
import '../app/words';
import { Sheet } from './Sheet';
import { columnsOf, type Sorting } from './columns';

interface Row {
  id: number;
  name: string;
}

const TOTAL = 100_000;
const HEIGHT = 640;
const fetch = vi.fn(({ offset, limit }: { offset: number; limit: number }) =>
  Promise.resolve({
    total: TOTAL,
    offset,
    rows: Array.from({ length: Math.min(limit, TOTAL - offset) }, (_, i) => ({
      id: offset + i,
      name: `Name ${offset + i}`,
    })),
  }),
);
const opened = vi.fn<(row: Row) => void>();
const sorted = vi.fn<(sorting: Sorting) => void>();

const of = columnsOf<Row>();
const ALL = [
  of.count('id', 'Number', 80, { by: 'ID' }),
  of.text('name', 'Name', 100, { grow: 1 }),
  of.shown('spare', 'Spare', 50, () => 'spare', { spare: true }),
];

function Table({ question = 'a', sorting }: { question?: string; sorting?: Sorting }) {
  return (
    <Sheet
      name="items"
      question={{ q: question }}
      fetch={fetch}
      columns={ALL}
      sorting={sorting}
      onSort={sorted}
      onOpen={opened}
      empty="Nothing here."
    />
  );
}

const DAY = theme('day');

function show(element = <Table />) {
  return render(
    <ThemeProvider theme={DAY}>
      <QueryClientProvider client={new QueryClient()}>{element}</QueryClientProvider>
    </ThemeProvider>,
  );
}

beforeEach(() => {
  localStorage.clear();
  fetch.mockClear();
  opened.mockClear();
  sorted.mockClear();
  laidOut(HEIGHT);
});
afterEach(() => {
  cleanup();
  asItWas();
});

describe('a sheet', () => {
  it('shows only the rows in sight and says how many there are', async () => {
    show();
    expect(await screen.findByText('Name 0')).toBeTruthy();
    const grid = screen.getByRole('grid');
    expect(grid.getAttribute('aria-rowcount')).toBe(String(TOTAL + 1));
    expect(within(grid).getAllByRole('row').length).toBeLessThan(60);
    expect(fetch).toHaveBeenCalledWith({ q: 'a', offset: 0, limit: 100 });
    expect(fetch.mock.calls.every(([{ offset }]) => offset < 200)).toBe(true);
    expect(screen.getByText(/100.000 rows/)).toBeTruthy();
  });

  it('is walked by arrow keys and opened by Enter', async () => {
    show();
    await screen.findByText('Name 0');
    screen.getByRole('grid').focus();
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowUp}{Enter}');
    expect(opened).toHaveBeenCalledExactlyOnceWith({ id: 1, name: 'Name 1' });
    await userEvent.keyboard('{Home}{ArrowUp}{Enter}');
    expect(opened).toHaveBeenLastCalledWith({ id: 0, name: 'Name 0' });
  });

  it('asks to be sorted by a column, and the other way the second time', async () => {
    const { rerender } = show();
    await userEvent.click(screen.getByRole('button', { name: 'Number' }));
    expect(sorted).toHaveBeenCalledWith({ by: 'ID', descending: false });
    rerender(
      <ThemeProvider theme={DAY}>
        <QueryClientProvider client={new QueryClient()}>
          <Table sorting={{ by: 'ID', descending: false }} />
        </QueryClientProvider>
      </ThemeProvider>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Number ↑' }));
    expect(sorted).toHaveBeenLastCalledWith({ by: 'ID', descending: true });
    expect(screen.getByRole('columnheader', { name: /Number/ }).getAttribute('aria-sort')).toBe(
      'ascending',
    );
  });

  it('shows the columns that were chosen, and remembers them', async () => {
    const { unmount } = show();
    expect(screen.getAllByRole('columnheader')).toHaveLength(2);
    await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
    await userEvent.click(screen.getByLabelText('Spare'));
    unmount();
    show();
    expect(screen.getAllByRole('columnheader')).toHaveLength(3);
  });

  it('shows columns in the order and width that were chosen, until all is as it was', async () => {
    const titles = () =>
      screen.getAllByRole('columnheader', { hidden: true }).map((head) => head.textContent);
    const tracks = () =>
      getComputedStyle(screen.getAllByRole('row', { hidden: true })[0]).gridTemplateColumns.replace(
        / +/g,
        ' ',
      );
    const { unmount } = show();
    await screen.findByText('Name 0');
    expect(titles()).toEqual(['Number', 'Name']);
    await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
    await userEvent.click(screen.getByRole('button', { name: 'Move Name to the left' }));
    await userEvent.click(screen.getByRole('button', { name: 'Make Number wider' }));
    expect(titles()).toEqual(['Name', 'Number']);
    expect(tracks()).toBe('minmax(100px, 1fr) 100px');
    unmount();
    show();
    expect(titles()).toEqual(['Name', 'Number']);
    await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
    await userEvent.click(screen.getByRole('button', { name: 'Reset columns' }));
    expect(titles()).toEqual(['Number', 'Name']);
    expect(tracks()).toBe('80px minmax(100px, 1fr)');
  });

  it('does not stumble over what an older one remembered', async () => {
    localStorage.setItem('reliquum.table.items', 'no JSON');
    show();
    expect(await screen.findByText('Name 0')).toBeTruthy();
  });

  it('sorts rows that are all here, as numbers where they are numbers', async () => {
    const data = [7, 10, 9].map((id) => ({ id, name: `Name ${id}` }));
    show(<Sheet<Row> name="items" rows={{ data }} columns={ALL} empty="" />);
    const shown = () => screen.getAllByText(/^Name \d/).map((cell) => cell.textContent);
    expect(shown()).toEqual(['Name 7', 'Name 10', 'Name 9']);
    await userEvent.click(screen.getByRole('button', { name: 'Number' }));
    expect(shown()).toEqual(['Name 7', 'Name 9', 'Name 10']);
    await userEvent.click(screen.getByRole('button', { name: 'Number ↑' }));
    expect(shown()).toEqual(['Name 10', 'Name 9', 'Name 7']);
    expect(fetch).not.toHaveBeenCalled();
  });

  it('adds up what it has all rows of, and nothing of a longer list', async () => {
    const priced = columnsOf<{ id: number; worth: number | null }>();
    const columns = [
      priced.count('id', 'Number', 80),
      priced.money('worth', 'Worth', 80, { total: true }),
    ];
    const rows = [
      { id: 1, worth: 0.1 },
      { id: 2, worth: 0.2 },
      { id: 3, worth: null },
    ];
    show(<Sheet name="items" rows={{ data: rows }} columns={columns} empty="Nothing here." />);
    const total = (await screen.findByText('Total')).closest('[role=row]')!;
    expect(total.textContent).toBe('Total0.30');
    cleanup();
    const part = () => Promise.resolve({ total: 300, offset: 0, rows });
    show(<Sheet name="bins" question={{}} fetch={part} columns={columns} empty="Nothing here." />);
    await screen.findByText('0.20');
    expect(screen.queryByText('Total')).toBeNull();
  });

  it('says what is wrong when the server can not answer', async () => {
    fetch.mockRejectedValueOnce(new Error('The books are being moved.'));
    render(
      <QueryClientProvider
        client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}
      >
        <Table />
      </QueryClientProvider>,
    );
    expect(await screen.findByText('The books are being moved.')).toBeTruthy();
  });

  it('says so when there is nothing', async () => {
    fetch.mockResolvedValue({ total: 0, offset: 0, rows: [] });
    show(<Table question="nothing" />);
    expect(await screen.findByText('Nothing here.')).toBeTruthy();
  });
});
