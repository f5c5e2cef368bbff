import { useQueries, useQueryClient, keepPreviousData } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import Box from '@mui/material/Box';
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { fonts } from '../app/theme';
import { count } from './format';
import { ProblemNote } from './ProblemNote';
import type { Column, Sorting } from './sheetColumns';

const WINDOW = 100;
const ROW_HEIGHT = 32;

interface PageOf<T> {
  total: number;
  offset: number;
  rows: T[];
}

/**
 * A table of any length: it shows only the rows in sight, and asks the server for a hundred at a
 * time around them. Arrow keys walk, Enter opens.
 */
export function Sheet<T>({
  name,
  question,
  fetch,
  columns,
  rowKey,
  sorting,
  onSort,
  opened,
  onOpen,
  empty,
}: {
  name: string;
  /** What is asked for; a new question starts at the top. */
  question: readonly unknown[];
  fetch: (offset: number, limit: number) => Promise<PageOf<T>>;
  columns: Column<T>[];
  rowKey: (row: T) => string;
  sorting?: Sorting;
  onSort?: (sorting: Sorting) => void;
  opened?: string;
  onOpen?: (row: T) => void;
  empty: ReactNode;
}) {
  const { t } = useTranslation();
  const frame = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState(0);
  const asked = JSON.stringify(question);
  const queries = useQueryClient();
  const [total, setTotal] = useState(0);
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
  const windows = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const pages = useQueries({
    queries: windows.map((window) => ({
      queryKey: [name, ...question, window],
      queryFn: () => fetch(window * WINDOW, WINDOW),
      placeholderData: keepPreviousData,
      staleTime: 10_000,
    })),
  });
  const known = pages.find((page) => page.data && !page.isPlaceholderData)?.data?.total;
  const problem = pages.find((page) => page.error)?.error;
  const waiting = pages.some((page) => page.isFetching);

  useEffect(() => {
    if (known !== undefined) {
      setTotal(known);
    }
  }, [known]);
  useEffect(() => {
    frame.current?.scrollTo({ top: 0 });
    setActive(0);
  }, [asked]);

  const rowAt = (index: number): T | undefined => {
    const window = Math.floor(index / WINDOW);
    const page = queries.getQueryData<PageOf<T>>([name, ...question, window]);
    return (page ?? pages[window - first]?.data)?.rows[index % WINDOW];
  };

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
    } else if (event.key === 'Enter') {
      const row = rowAt(active);
      if (row && onOpen) {
        event.preventDefault();
        onOpen(row);
      }
    }
  };

  const template = columns.map((column) => column.width).join(' ');
  const narrowest = columns.reduce(
    (sum, column) => sum + Number.parseInt(column.width.replace('minmax(', '')),
    0,
  );
  const loading = waiting && total === 0;
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      {problem && <ProblemNote problem={problem} />}
      <Box
        ref={frame}
        role="grid"
        tabIndex={0}
        aria-label={t(`sheet.${name}`)}
        aria-rowcount={total + 1}
        aria-colcount={columns.length}
        aria-busy={waiting}
        aria-activedescendant={total > 0 ? `${name}-row-${active}` : undefined}
        onKeyDown={walk}
        sx={{ flex: 1, overflow: 'auto', minHeight: 0, '&:focus-visible': { outlineOffset: -2 } }}
      >
        <Box
          role="row"
          aria-rowindex={1}
          sx={{
            display: 'grid',
            gridTemplateColumns: template,
            position: 'sticky',
            top: 0,
            zIndex: 1,
            minWidth: narrowest,
            bgcolor: 'background.default',
            borderBottom: 2,
            borderColor: 'text.primary',
            fontFamily: fonts.heading,
            fontWeight: 600,
          }}
        >
          {columns.map((column) => (
            <HeadCell key={column.key} column={column} sorting={sorting} onSort={onSort} />
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
                  gridTemplateColumns: template,
                  position: 'absolute',
                  top: 0,
                  width: '100%',
                  height: ROW_HEIGHT,
                  alignItems: 'center',
                  transform: `translateY(${item.start}px)`,
                  borderBottom: `1px solid ${theme.house.hairline}`,
                  cursor: onOpen ? 'pointer' : 'default',
                  bgcolor: key !== undefined && key === opened ? theme.house.chosen : undefined,
                  boxShadow:
                    item.index === active ? `inset 4px 0 0 ${theme.house.link}` : undefined,
                  '&:hover': { bgcolor: theme.house.chosen },
                })}
              >
                {columns.map((column, i) => (
                  <Box
                    key={column.key}
                    role="gridcell"
                    aria-colindex={i + 1}
                    sx={{
                      px: 1,
                      textAlign: column.align,
                      overflow: 'hidden',
                      textOverflow: 'ellipsis',
                      whiteSpace: 'nowrap',
                    }}
                  >
                    {row ? column.cell(row) : i === 0 ? '…' : ''}
                  </Box>
                ))}
              </Box>
            );
          })}
        </Box>
        {total === 0 && (
          <Box role="row">
            <Box role="gridcell" sx={{ p: 3, color: 'text.secondary' }}>
              {loading ? t('loading') : empty}
            </Box>
          </Box>
        )}
      </Box>
      <Box aria-live="polite" sx={{ px: 1, py: 0.5, color: 'text.secondary', fontSize: 13 }}>
        {t('sheet.rows', { count: total, shown: count(total) })}
      </Box>
    </Box>
  );
}

function HeadCell<T>({
  column,
  sorting,
  onSort,
}: {
  column: Column<T>;
  sorting?: Sorting;
  onSort?: (sorting: Sorting) => void;
}) {
  const sorted = column.sort !== undefined && sorting?.by === column.sort;
  const descending = sorted && sorting.descending;
  return (
    <Box
      role="columnheader"
      aria-sort={sorted ? (descending ? 'descending' : 'ascending') : undefined}
      sx={{ px: 1, height: 32, display: 'flex', alignItems: 'center', whiteSpace: 'nowrap' }}
      style={{ justifyContent: column.align === 'right' ? 'flex-end' : 'flex-start' }}
    >
      {column.sort && onSort ? (
        <Box
          component="button"
          type="button"
          onClick={() => onSort({ by: column.sort!, descending: sorted ? !descending : false })}
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
        column.title
      )}
    </Box>
  );
}
