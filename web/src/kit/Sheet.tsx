import { useQueries, useQueryClient, keepPreviousData } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import Box from '@mui/material/Box';
import {
  useEffect,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from 'react';
import { fonts } from '../app/theme';
import { count } from './format';
import { ColumnChoice } from './ColumnChoice';
import type { Column, Sorting } from './columns';
import { ProblemNote } from './ProblemNote';
import { SheetFile } from './SheetFile';
import type { Ticks } from './useTicks';
import { useTableColumns, type TableColumns, type ViewColumns } from './useTableColumns';
import { t, type Word } from '../app/words';

const WINDOW = 100;
const ROW_HEIGHT = 32;
/** What is between two columns, and half of it before the first and after the last. */
const GAP = 16;

export interface Page {
  offset: number;
  limit: number;
}

export interface PageOf<T> {
  total: number;
  offset: number;
  rows: T[];
}

export interface SheetProps<T extends object, Q extends object> {
  /** What it is a list of; its columns are remembered under it, and `sheet.name` says it. */
  name: string;
  /** Under what its columns are remembered, where the tables of one name have others. */
  memory?: string;
  /** The columns of a view that is shown. */
  view?: ViewColumns;
  columns: Column<T>[];
  /** What the server is asked for; a new question starts at the top. */
  question?: Q;
  fetch?: (query: Q & Page) => Promise<PageOf<T>>;
  /** What else the answer hangs on. */
  dependsOn?: unknown;
  /** Or rows that are all here, which are sorted here. */
  rows?: { data?: T[]; error?: unknown };
  /** What a row is known by, if not by its id. */
  rowKey?: (row: T) => string;
  sorting?: Sorting;
  onSort?: (sorting: Sorting) => void;
  opened?: string;
  onOpen?: (row: T) => void;
  empty: ReactNode;
  /** Where its rows can be had as a file, and whether with the columns that are shown. */
  file?: string;
  fileOfColumns?: boolean;
  /** What else can be done with the table as it is shown. */
  foot?: ReactNode;
  /** The rows that are ticked, where something can be done with many. */
  ticks?: Ticks<T>;
}

const NONE: never[] = [];

/**
 * A table of any length: it shows only the rows in sight, and asks the server for a hundred at a
 * time around them. Arrow keys walk, Enter opens. Columns can be chosen, moved and widened.
 */
export function Sheet<T extends object, Q extends object = object>(props: SheetProps<T, Q>) {
  const { name, memory = name } = props;
  return <Grid<T, Q> key={memory} {...props} memory={memory} />;
}

function Grid<T extends object, Q extends object>({
  name,
  memory,
  view,
  columns: all,
  question,
  fetch,
  dependsOn,
  rows: here,
  rowKey = (row) => String((row as { id?: unknown }).id),
  sorting: asked,
  onSort,
  opened,
  onOpen,
  empty,
  file,
  fileOfColumns,
  foot,
  ticks,
}: SheetProps<T, Q> & { memory: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState(0);
  const [lastTicked, setLastTicked] = useState<number>();
  const [sorted, setSorted] = useState<Sorting>();
  const sorting = onSort ? asked : sorted;
  const columns = useTableColumns(memory, all, here?.data ?? (NONE as T[]), sorting, view);
  const queries = useQueryClient();
  const [fetched, setFetched] = useState(0);
  const total = fetch ? fetched : columns.rows.length;
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions are used only here
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const visible = rows.getVirtualItems();
  const first = Math.floor((visible[0]?.index ?? 0) / WINDOW);
  const last = Math.floor((visible[visible.length - 1]?.index ?? 0) / WINDOW);
  const windows = fetch ? Array.from({ length: last - first + 1 }, (_, i) => first + i) : NONE;
  const pages = useQueries({
    queries: windows.map((window: number) => ({
      queryKey: [name, question, dependsOn, window],
      queryFn: () => fetch!({ ...question!, offset: window * WINDOW, limit: WINDOW }),
      placeholderData: keepPreviousData,
      staleTime: 10_000,
    })),
  });
  const known = pages.find((page) => page.data && !page.isPlaceholderData)?.data?.total;
  const problem = here ? here.error : pages.find((page) => page.error)?.error;
  const waiting = here
    ? here.data === undefined && !here.error
    : pages.some((page) => page.isFetching);

  useEffect(() => {
    if (known !== undefined) {
      setFetched(known);
    }
  }, [known]);
  const start = JSON.stringify([question, dependsOn]);
  useEffect(() => {
    frame.current?.scrollTo({ top: 0 });
    setActive(0);
  }, [start]);

  const rowAt = (index: number): T | undefined => {
    if (!fetch) {
      return columns.rows[index];
    }
    const window = Math.floor(index / WINDOW);
    const page = queries.getQueryData<PageOf<T>>([name, question, dependsOn, window]);
    return (page ?? pages[window - first]?.data)?.rows[index % WINDOW];
  };

  // Sums are told of all rows or of none: those of a list that is longer than what is at hand are not.
  const whole = fetch ? wholeOf(pages[0]?.data) : columns.rows;
  const sums = whole.length > 1 && columns.shown.some((column) => column.total);

  const walk = (event: KeyboardEvent) => {
    const page = Math.max(1, Math.floor((frame.current?.clientHeight ?? 320) / ROW_HEIGHT) - 2);
    const steps: Record<string, number> = {
      ArrowDown: active + 1,
      ArrowUp: active - 1,
      PageDown: active + page,
      PageUp: active - page,
      Home: 0,
      End: total - 1,
    };
    if (event.key in steps && total > 0) {
      event.preventDefault();
      const next = Math.max(0, Math.min(total - 1, steps[event.key]));
      setActive(next);
      rows.scrollToIndex(next);
    } else if (event.key === ' ' && ticks) {
      const row = rowAt(active);
      if (row) {
        event.preventDefault();
        ticks.put([[rowKey(row), row]], !ticks.has(rowKey(row)));
      }
    } else if (event.key === 'Enter') {
      const row = rowAt(active);
      if (row && onOpen) {
        event.preventDefault();
        onOpen(row);
      }
    }
  };

  const { tracks, narrowest } = withTicks(columns, ticks !== undefined);
  /** The row of titles above, and of sums below, which stay where they are. */
  const edge = {
    display: 'grid',
    gridTemplateColumns: tracks,
    columnGap: `${GAP}px`,
    px: `${GAP / 2}px`,
    position: 'sticky',
    zIndex: 2,
    minWidth: narrowest,
    bgcolor: 'background.default',
    borderColor: 'text.primary',
  } as const;
  const measure = () => {
    if (frame.current) {
      columns.measure(naturalWidths(frame.current));
    }
  };
  useLayoutEffect(measure);
  const onFont = useEffectEvent(measure);
  useEffect(() => {
    // What was drawn in another font until its own came was narrower, perhaps.
    document.fonts.addEventListener('loadingdone', onFont);
    return () => document.fonts.removeEventListener('loadingdone', onFont);
  }, []);
  const entry = (row: T) => [rowKey(row), row] as const;
  /** Ticks a row, or with Shift all between the one that was ticked before and it. */
  const tick = (index: number, through: boolean) => {
    const from = through && lastTicked !== undefined ? lastTicked : index;
    const between = Array.from({ length: Math.abs(index - from) + 1 }, (_, i) =>
      rowAt(Math.min(index, from) + i)!,
    );
    const known = between.every((row) => row !== undefined);
    const row = rowAt(index);
    if (row) {
      ticks?.put((known ? between : [row]).map(entry), !ticks.has(rowKey(row)));
      setLastTicked(index);
    }
  };
  const tickAll = () =>
    ticks?.all(total, async (offset, limit) =>
      fetch
        ? (await fetch({ ...question!, offset, limit })).rows.map(entry)
        : columns.rows.slice(offset, offset + limit).map(entry),
    );
  const loading = waiting && total === 0;
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      <ProblemNote problem={problem} />
      <Box
        ref={frame}
        role="grid"
        tabIndex={0}
        aria-label={t(`sheet.${name}` as Word)}
        aria-rowcount={total + (sums ? 2 : 1)}
        aria-colcount={columns.shown.length}
        aria-busy={waiting}
        aria-activedescendant={total > 0 ? `${name}-row-${active}` : undefined}
        onKeyDown={walk}
        sx={{
          flex: total > 0 ? 1 : undefined,
          overflow: 'auto',
          minHeight: 0,
          '&:focus-visible': { outlineOffset: -2 },
        }}
      >
        <Box
          role="row"
          aria-rowindex={1}
          sx={{
            ...edge,
            top: 0,
            borderBottom: 2,
            fontFamily: fonts.heading,
            fontWeight: 600,
          }}
        >
          {ticks && (
            <Box role="columnheader" sx={TICK}>
              <input
                type="checkbox"
                aria-label={t('many.tickAll')}
                disabled={total === 0}
                checked={total > 0 && ticks.ticked.size >= total}
                ref={(box) => {
                  if (box) {
                    box.indeterminate = ticks.ticked.size > 0 && ticks.ticked.size < total;
                  }
                }}
                onChange={(event) => (event.target.checked ? void tickAll() : ticks.clear())}
              />
            </Box>
          )}
          {columns.shown.map((column, i) => (
            <HeadCell
              key={column.key}
              column={column}
              first={i === 0}
              columns={columns}
              by={fetch ? column.sort : column.value && column.key}
              sorting={sorting}
              onSort={onSort ?? (here && setSorted)}
            />
          ))}
        </Box>
        <Box
          role="rowgroup"
          sx={{ height: rows.getTotalSize(), position: 'relative', minWidth: narrowest }}
        >
          {visible.map((item) => {
            const row = rowAt(item.index);
            const key = row ? rowKey(row) : undefined;
            return (
              <Box
                key={item.key}
                id={`${name}-row-${item.index}`}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={key !== undefined && key === opened}
                data-key={key}
                onClick={() => {
                  setActive(item.index);
                  if (row) {
                    onOpen?.(row);
                  }
                }}
                sx={(theme) => ({
                  display: 'grid',
                  gridTemplateColumns: tracks,
                  columnGap: `${GAP}px`,
                  px: `${GAP / 2}px`,
                  position: 'absolute',
                  top: 0,
                  width: '100%',
                  height: ROW_HEIGHT,
                  alignItems: 'center',
                  transform: `translateY(${item.start}px)`,
                  borderBottom: `1px solid ${theme.house.hairline}`,
                  cursor: onOpen ? 'pointer' : 'default',
                  bgcolor:
                    key !== undefined && key === opened ? theme.house.chosen : 'background.default',
                  boxShadow:
                    item.index === active ? `inset 4px 0 0 ${theme.house.link}` : undefined,
                  '&:hover': { bgcolor: theme.house.chosen },
                })}
              >
                {ticks && (
                  <Box role="gridcell" onClick={(event) => event.stopPropagation()}>
                    {key !== undefined && (
                      <Box component="label" sx={TICK}>
                        <input
                          type="checkbox"
                          tabIndex={-1}
                          aria-label={t('many.tick', { row: item.index + 1 })}
                          checked={ticks.has(key)}
                          onChange={(event) =>
                            tick(item.index, (event.nativeEvent as MouseEvent).shiftKey)
                          }
                        />
                      </Box>
                    )}
                  </Box>
                )}
                {columns.shown.map((column, i) => (
                  <Box
                    key={column.key}
                    role="gridcell"
                    aria-colindex={i + 1}
                    data-column={column.key}
                    data-words={column.grow || column.words ? '' : undefined}
                    sx={{
                      textAlign: column.align,
                      overflow: 'hidden',
                      textOverflow: 'ellipsis',
                      whiteSpace: 'nowrap',
                      ...(i === 0 && FIXED),
                    }}
                  >
                    {row ? column.cell(row) : i === 0 ? '…' : ''}
                  </Box>
                ))}
              </Box>
            );
          })}
        </Box>
        {sums && (
          <Box
            role="row"
            aria-rowindex={total + 2}
            sx={{
              ...edge,
              bottom: 0,
              borderTop: 2,
              fontWeight: 700,
              lineHeight: `${ROW_HEIGHT}px`,
            }}
          >
            {ticks && <Box role="gridcell" />}
            {columns.shown.map((column, i) => (
              <Box
                key={column.key}
                role="gridcell"
                data-column={column.key}
                data-words={i === 0 ? '' : undefined}
                sx={{
                  textAlign: column.align,
                  overflow: 'hidden',
                  textOverflow: 'ellipsis',
                  whiteSpace: 'nowrap',
                  ...(i === 0 && FIXED),
                }}
              >
                {column.total?.(sumOf(column, whole)) ?? (i === 0 ? t('sheet.total') : '')}
              </Box>
            ))}
          </Box>
        )}
      </Box>
      {total === 0 && !problem && (
        <Box sx={{ flex: 1, p: 3, color: 'text.secondary' }}>{loading ? t('loading') : empty}</Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1, fontSize: 13 }}>
        <Box aria-live="polite" sx={{ mr: 'auto', color: 'text.secondary' }}>
          {!loading && t('sheet.rows', { count: total, shown: count(total) })}
        </Box>
        {foot}
        <ColumnChoice columns={columns} />
        {file && (
          <SheetFile
            path={file}
            question={question ?? {}}
            columns={
              fileOfColumns
                ? columns.shown.filter((one) => one.value).map((one) => one.key)
                : undefined
            }
          />
        )}
      </Box>
    </Box>
  );
}

/** All rows of a list, if its first page has them. */
function wholeOf<T>(page: PageOf<T> | undefined): T[] {
  return page && page.offset === 0 && page.rows.length === page.total ? page.rows : NONE;
}

/** The sum of a column, without the errors of binary fractions in its last digits. */
function sumOf<T>(column: Column<T>, rows: readonly T[]): number {
  const sum = rows.reduce((so, row) => so + Number(column.value?.(row) ?? 0), 0);
  return Math.round(sum * 1e6) / 1e6;
}

/** A box of a fixed size to tick, large enough to be hit. */
const TICK_WIDTH = 40;
const TICK = {
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  height: ROW_HEIGHT,
  '& input': { width: 18, height: 18, m: 0 },
} as const;

/** The first column stays in sight while the others are scrolled. */
const FIXED = { position: 'sticky', left: `${GAP / 2}px`, zIndex: 1, bgcolor: 'inherit' } as const;

/** The tracks with that of the ticks, and how wide the whole is at least. */
function withTicks<T extends object>(columns: TableColumns<T>, ticked: boolean) {
  const narrowest = columns.narrowest + GAP * columns.shown.length;
  return ticked
    ? {
        tracks: `${TICK_WIDTH}px ${columns.tracks}`,
        narrowest: narrowest + TICK_WIDTH + GAP,
      }
    : { tracks: columns.tracks, narrowest };
}

/** How wide what stands in each column is: its title, or the widest cell in sight. */
function naturalWidths(frame: HTMLElement): Record<string, number> {
  const widths: Record<string, number> = {};
  const inside = document.createRange();
  for (const cell of frame.querySelectorAll<HTMLElement>('[data-column]')) {
    const column = cell.dataset.column!;
    inside.selectNodeContents(cell);
    const cut = cell.scrollWidth > cell.clientWidth ? cell.scrollWidth : 0;
    const width = Math.max(Math.ceil(inside.getBoundingClientRect().width), cut);
    widths[column] = Math.max(widths[column] ?? 0, width);
  }
  return widths;
}

function HeadCell<T extends object>({
  column,
  first,
  columns,
  by,
  sorting,
  onSort,
}: {
  column: Column<T>;
  /** Whether it is the one that stays in sight. */
  first: boolean;
  columns: TableColumns<T>;
  /** What it is sorted by; nothing if it can't be. */
  by?: string;
  sorting?: Sorting;
  onSort?: (sorting: Sorting) => void;
}) {
  const cell = useRef<HTMLDivElement>(null);
  const sorted = by !== undefined && sorting?.by === by;
  const descending = sorted && sorting.descending;
  return (
    <Box
      ref={cell}
      role="columnheader"
      aria-sort={sorted ? (descending ? 'descending' : 'ascending') : undefined}
      draggable
      onDragStart={(event) => event.dataTransfer.setData('text/plain', column.key)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        columns.move(event.dataTransfer.getData('text/plain'), column.key);
      }}
      sx={{
        height: ROW_HEIGHT,
        display: 'flex',
        alignItems: 'center',
        whiteSpace: 'nowrap',
        position: 'relative',
        ...(first && { ...FIXED, bgcolor: 'background.default' }),
      }}
      style={{ justifyContent: column.align === 'right' ? 'flex-end' : 'flex-start' }}
    >
      {by && onSort ? (
        <Box
          component="button"
          type="button"
          data-column={column.key}
          onClick={() => onSort({ by, descending: sorted ? !descending : false })}
          sx={{
            all: 'unset',
            cursor: 'pointer',
            '&:focus-visible': { outline: '2px solid currentColor', outlineOffset: 2 },
            '&:hover': { textDecoration: 'underline' },
          }}
        >
          {column.title}
          {sorted ? (descending ? ' ↓' : ' ↑') : ''}
        </Box>
      ) : (
        <span data-column={column.key}>{column.title}</span>
      )}
      <Edge
        width={() => cell.current?.clientWidth ?? column.width}
        onPull={(width) => columns.widen(column, width)}
        onFit={() => columns.fit(column)}
      />
    </Box>
  );
}

/** The edge of a column: pulled, it makes the column wider; pressed twice, as wide as it was. */
function Edge({
  width,
  onPull,
  onFit,
}: {
  width: () => number;
  onPull: (width: number) => void;
  onFit: () => void;
}) {
  const start = useRef(0);
  return (
    <Box
      aria-hidden
      draggable
      onDragStart={(event) => {
        // The cell is moved by its title, not by its edge.
        event.preventDefault();
        event.stopPropagation();
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = width() - event.clientX;
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) {
          onPull(start.current + event.clientX);
        }
      }}
      onDoubleClick={onFit}
      sx={{
        position: 'absolute',
        insetBlock: 6,
        right: -GAP / 2,
        width: 9,
        cursor: 'col-resize',
        touchAction: 'none',
        borderRight: 1,
        borderColor: 'divider',
        '&:hover': { borderRight: 3 },
      }}
    />
  );
}
