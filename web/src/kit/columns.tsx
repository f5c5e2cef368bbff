import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { Amount } from './Amount';
import { Code } from './Code';
import { ago, count, date, instant, money } from './format';
import type { Referred } from './ReferenceField';

/** What a column holds, and so how it can be compared. */
export type Narrow =
  | { kind: 'TEXT' | 'NUMBER' | 'DAY' | 'MOMENT' | 'SITE' }
  | { kind: 'REFERENCE'; of: Referred }
  | { kind: 'CHOICE'; options: readonly (readonly [value: string, name: string])[] };

/** A column of a table. */
export interface Column<T> {
  key: string;
  title: string;
  /**
   * How wide it is, in pixels, until it is known what stands in it; words are cut to no less where
   * there is not room for all.
   */
  width: number;
  /** Its share of the room that is left; a column without takes none. */
  grow?: number;
  /** Whether it holds words, which may be cut where there is not room for all. */
  words?: boolean;
  align?: 'left' | 'right';
  /** What the server calls it, if it can sort by it. */
  sort?: string;
  /** What it holds, if the server can narrow the list by it. */
  narrow?: Narrow;
  cell: (row: T) => ReactNode;
  /** What it holds: rows that are all here are sorted by it, and files have it. */
  value?: (row: T) => string | number | null | undefined;
  /** Not shown until someone chooses it. */
  spare?: boolean;
  /** Writes the sum of the column, where the sum means something. */
  total?: (sum: number) => string;
}

export interface Sorting {
  by: string;
  descending: boolean;
}

interface Options<T> {
  /** What the server calls it, where it can both sort and narrow by it. */
  by?: string;
  /** What the server calls it, where it can only sort by it. */
  sort?: string;
  /** What the server knows by a number, where it is compared by that. */
  refers?: Referred;
  grow?: number;
  spare?: boolean;
  /** What is shown, where it is not simply what the row holds. */
  cell?: (row: T) => ReactNode;
  /** What rows that are all here are sorted by, where it is not what the row holds. */
  value?: Column<T>['value'];
}

type Key<T> = keyof T & string;

/** A dash for zero, where zero means that there is nothing to look at. */
interface Figure<T> extends Options<T> {
  dash?: boolean;
  /** Whether its sum means something, and stands under the table. */
  total?: boolean;
}

/**
 * The kinds of columns that tables are made of. Each knows how what it holds is shown, aligned, sorted
 * and compared:
 *
 *     const of = columnsOf<Row>();
 *     [of.code('number', t('count.number'), 100, { by: 'NUMBER' }), of.day('due', t('loan.due'), 115)]
 */
export function columnsOf<T>() {
  const siteOf = (row: T) => (row as { siteId?: number | null }).siteId;
  const column = (
    key: string,
    title: string,
    width: number,
    { by, sort, refers, grow, spare, value }: Options<T>,
    narrow: Narrow | undefined,
    cell: (row: T) => ReactNode,
    held: Column<T>['value'],
    align?: 'right',
    words?: boolean,
  ): Column<T> => ({
    key,
    title,
    width,
    grow,
    words,
    spare,
    align,
    sort: by ?? sort,
    narrow: !by ? undefined : refers ? { kind: 'REFERENCE', of: refers } : narrow,
    cell,
    value: value ?? held,
  });
  const held = (row: T, key: Key<T>) => row[key] as string | number | null | undefined;
  const said = (row: T, key: Key<T>) => held(row, key) as ReactNode;
  const figure =
    (write: (value: number) => string, narrow: Narrow = { kind: 'NUMBER' }) =>
    (key: Key<T>, title: string, width: number, options: Figure<T> = {}): Column<T> => ({
      ...column(
        key,
        title,
        width,
        options,
        narrow,
        options.cell ??
          ((row) => {
            const value = held(row, key) as number | null;
            return value === null || (options.dash && value === 0) ? '–' : write(value);
          }),
        (row) => held(row, key),
        'right',
      ),
      total: options.total ? write : undefined,
    });
  const plain =
    (
      show: (value: string) => ReactNode,
      kind: Exclude<Narrow['kind'], 'CHOICE' | 'REFERENCE'>,
      words = false,
    ) =>
    (key: Key<T>, title: string, width: number, options: Options<T> = {}) =>
      column(
        key,
        title,
        width,
        options,
        { kind },
        options.cell ??
          ((row) => {
            const value = said(row, key);
            return value === null || value === undefined ? '' : show(value as string);
          }),
        (row) => held(row, key),
        undefined,
        words,
      );
  return {
    /** Words as they stand. */
    text: plain((value) => value, 'TEXT', true),
    /** A number of a document, a bin, a lot: in letters that can't be mistaken. */
    code: plain((value) => <Code>{value}</Code>, 'TEXT'),
    /** The number by which a row is known. */
    number: plain((value) => <Code strong>{value}</Code>, 'TEXT'),
    site: plain((value) => value, 'SITE', true),
    day: plain(date, 'DAY'),
    /** How long ago something was. */
    ago: plain((value) => ago(value), 'MOMENT'),
    /** When something was, to the minute. */
    moment: (key: Key<T>, title: string, width: number, options: Options<T> = {}) =>
      plain((value) => value, 'MOMENT')(key, title, width, {
        cell: (row) => instant(held(row, key) as string | null, siteOf(row)),
        ...options,
      }),
    count: figure(count),
    money: figure(money),
    /** A quantity with the unit of its row. */
    amount: (key: Key<T>, title: string, width: number, options: Options<T> = {}) =>
      column(
        key,
        title,
        width,
        options,
        { kind: 'NUMBER' },
        options.cell ??
          ((row) => (
            <Amount
              value={held(row, key) as string | null}
              unit={(row as { symbol?: string | null }).symbol}
            />
          )),
        (row) => (held(row, key) === null ? null : Number(held(row, key))),
        'right',
      ),
    /** One of a few words. */
    choice: <K extends Key<T>>(
      key: K,
      title: string,
      width: number,
      word: (value: T[K] & string) => string,
      options: Options<T> & { of?: readonly (T[K] & string)[] } = {},
    ) =>
      column(
        key,
        title,
        width,
        options,
        { kind: 'CHOICE', options: (options.of ?? []).map((one) => [one, word(one)] as const) },
        options.cell ?? ((row) => (row[key] ? word(row[key] as T[K] & string) : '')),
        (row) => (row[key] ? word(row[key] as T[K] & string) : ''),
      ),
    /** Anything else. */
    shown: (
      key: string,
      title: string,
      width: number,
      cell: (row: T) => ReactNode,
      options: Options<T> & { narrow?: Narrow; align?: 'right' } = {},
    ) => column(key, title, width, options, options.narrow, cell, undefined, options.align),
  };
}

/** What is otherwise than it should be. */
export function Exception({ children }: { children: ReactNode }) {
  return (
    <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
      {children}
    </Box>
  );
}
