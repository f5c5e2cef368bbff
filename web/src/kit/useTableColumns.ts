import {
  columnOrderingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import type { Column, Sorting } from './columns';

const features = tableFeatures({
  columnOrderingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
});

/** How someone wants a table's columns: which, in what order, and how wide. */
interface Wish {
  columnOrder: string[];
  columnVisibility: Record<string, boolean>;
  columnSizing: Record<string, number>;
}

/** How columns are kept with a view. */
export type ViewColumns = Schemas['ViewColumns'];

const NO_WISH: Wish = { columnOrder: [], columnVisibility: {}, columnSizing: {} };
const NARROWEST = 40;
const STEP = 20;

function remembered(key: string, view?: ViewColumns): Wish {
  const start: Wish = view
    ? { columnOrder: view.order, columnVisibility: view.shown, columnSizing: view.widths }
    : NO_WISH;
  try {
    return { ...start, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Wish>) };
  } catch {
    return start;
  }
}

const placeOf = (memory: string) => `reliquum.table.${memory}`;

/** The columns of a table as they are shown on this device now, to be kept with a view. */
export function columnsNow(memory: string, view?: ViewColumns): ViewColumns {
  const wish = remembered(placeOf(memory), view);
  return { order: wish.columnOrder, shown: wish.columnVisibility, widths: wish.columnSizing };
}

/** Forgets how columns were moved since their view was opened. */
export function forgetColumns(memory: string) {
  localStorage.removeItem(placeOf(memory));
}

function compare<T>(column: Column<T>, one: T, other: T): number {
  const [a, b] = [column.value?.(one) ?? '', column.value?.(other) ?? ''];
  return typeof a === 'number' && typeof b === 'number'
    ? a - b
    : String(a).localeCompare(String(b), undefined, { numeric: true });
}

/**
 * The columns of a table as someone wants them, remembered on this device under the table's name; and
 * rows that are all here in the order that was asked for.
 */
export function useTableColumns<T extends object>(
  name: string,
  all: Column<T>[],
  rows: T[],
  sorting: Sorting | undefined,
  view?: ViewColumns,
) {
  const key = placeOf(name);
  const [wish, setWish] = useState(() => remembered(key, view));
  const keep = (changes: Partial<Wish>) => {
    const next = { ...wish, ...changes };
    setWish(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const spare = Object.fromEntries(all.filter((one) => one.spare).map((one) => [one.key, false]));
  const table = useTable<typeof features, T>({
    features,
    data: rows,
    columns: all.map((column) => ({
      id: column.key,
      accessorFn: (row: T) => column.value?.(row),
      size: column.width,
      sortFn: (one, other) => compare(column, one.original, other.original),
    })),
    state: {
      columnOrder: wish.columnOrder,
      columnVisibility: { ...spare, ...wish.columnVisibility },
      columnSizing: wish.columnSizing,
      sorting: sorting ? [{ id: sorting.by, desc: sorting.descending }] : [],
    },
  });
  const byKey = new Map(all.map((column) => [column.key, column]));
  const ordered = table.getAllLeafColumns().map((column) => byKey.get(column.id)!);
  const shown = table.getVisibleLeafColumns().map((column) => byKey.get(column.id)!);
  const isShown = (column: Column<T>) => shown.includes(column);
  const [natural, setNatural] = useState<Record<string, number>>({});
  const roomiest = shown.reduce<Column<T> | undefined>(
    (most, one) => ((one.grow ?? 0) > (most?.grow ?? 0) ? one : most),
    undefined,
  );
  /** How wide a column is at least: all of a figure, a code or a state; of words no more than this. */
  const least = ({ key: one, width, grow, words }: Column<T>) => {
    const seen = natural[one] ?? width;
    return wish.columnSizing[one] ?? (grow || words ? Math.min(width, seen) : seen);
  };
  const track = (column: Column<T>) => {
    const { key: one, width, grow, words } = column;
    const most = natural[one] ?? width;
    if (one in wish.columnSizing || !(grow || words)) {
      return `${least(column)}px`;
    }
    return `minmax(${least(column)}px, ${column === roomiest ? '1fr' : `${most}px`})`;
  };
  const widen = (column: Column<T>, width: number) =>
    keep({
      columnSizing: { ...wish.columnSizing, [column.key]: Math.max(NARROWEST, Math.round(width)) },
    });
  return {
    /** All columns in their order, whether they are shown or not. */
    ordered,
    shown,
    isShown,
    /** All rows, sorted; empty where the server sorts. */
    rows: table.getRowModel().rows.map((row) => row.original),
    /** The tracks of a CSS grid, and how wide they are together at least, without what is between. */
    tracks: shown.map(track).join(' '),
    narrowest: shown.reduce((sum, one) => sum + least(one), 0),
    /** Takes down how wide what stands in columns is. They only grow, so that nothing jumps. */
    measure: (widths: Record<string, number>) => {
      const wider = Object.entries(widths).filter(([one, width]) => width > (natural[one] ?? 0));
      if (wider.length > 0) {
        setNatural({ ...natural, ...Object.fromEntries(wider) });
      }
    },
    isChanged: JSON.stringify(wish) !== JSON.stringify(NO_WISH),
    reset: () => keep(NO_WISH),
    toggle: (column: Column<T>) =>
      keep({ columnVisibility: { ...wish.columnVisibility, [column.key]: !isShown(column) } }),
    /** Puts a column where another stands. */
    move: (from: string, to: string) => {
      const order = ordered.map((one) => one.key);
      const at = order.indexOf(to);
      keep({ columnOrder: order.filter((one) => one !== from).toSpliced(at, 0, from) });
    },
    widen,
    /** Makes a column wider by some steps, or narrower. */
    step: (column: Column<T>, steps: number) =>
      widen(column, (wish.columnSizing[column.key] ?? column.width) + steps * STEP),
    /** As wide as the table gives it. */
    fit: (column: Column<T>) =>
      keep({
        columnSizing: Object.fromEntries(
          Object.entries(wish.columnSizing).filter(([one]) => one !== column.key),
        ),
      }),
  };
}

export type TableColumns<T extends object> = ReturnType<typeof useTableColumns<T>>;
