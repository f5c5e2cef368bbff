import { useState, type ReactNode } from 'react';

/** What a column holds, and so how it can be compared. */
export type Narrow =
  | { kind: 'TEXT' | 'NUMBER' | 'DAY' | 'MOMENT' | 'SITE' }
  | { kind: 'CHOICE'; options: readonly (readonly [value: string, name: string])[] };

/** A column of a sheet. */
export interface Column<T> {
  key: string;
  title: string;
  /** A track of a CSS grid. */
  width: string;
  align?: 'left' | 'right';
  /** What the server calls it, if it can sort by it. */
  sort?: string;
  /** What it holds, if the server can narrow the list by it. */
  narrow?: Narrow;
  cell: (row: T) => ReactNode;
  /** Not shown until someone chooses it. */
  spare?: boolean;
}

export interface Sorting {
  by: string;
  descending: boolean;
}

/** The columns that someone has chosen to see, remembered on this device. */
export function useColumns<T>(name: string, all: Column<T>[]) {
  const key = `reliquum.columns.${name}`;
  const [hidden, setHidden] = useState<Record<string, boolean>>(
    () => JSON.parse(localStorage.getItem(key) ?? '{}') as Record<string, boolean>,
  );
  const isHidden = (column: Column<T>) => hidden[column.key] ?? column.spare ?? false;
  return {
    all,
    shown: all.filter((column) => !isHidden(column)),
    isShown: (column: Column<T>) => !isHidden(column),
    toggle: (column: Column<T>) => {
      const next = { ...hidden, [column.key]: !isHidden(column) };
      setHidden(next);
      localStorage.setItem(key, JSON.stringify(next));
    },
  };
}
