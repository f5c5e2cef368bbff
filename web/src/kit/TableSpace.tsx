import Box from '@mui/material/Box';
import { useRef, type ReactNode } from 'react';
import { FilterBar } from './FilterBar';
import { ListFilters, ListSearch, type Narrowed } from './ListFilters';
import { Room } from './Rail';
import { Sheet, type SheetProps } from './Sheet';
import { SidePanel } from './SidePanel';
import { useSavedViews } from './SavedViews';
import { SiteChoice } from './SiteChoice';
import { useAddress } from './useAddress';
import { useList, type List } from './useList';
import { useNarrow } from './useNarrow';

/** With less room than this the filters go under a button. */
const ROOMY = 640;

/** Something that is opened beside a table under its name in the address, as `new`. */
export interface Panel {
  title: string;
  width?: number;
  show: () => ReactNode;
}

/** What stands open beside a table, in the page's address; what is about it alone leaves with it. */
export function useOpened(leaves: readonly string[] = []) {
  const { value, change } = useAddress();
  const opened = value('open');
  return {
    opened,
    /** The row that stands open; zero if none does. */
    id: /^[0-9]+$/.test(opened) ? Number(opened) : 0,
    open: (what: number | string) => change({ open: String(what) }),
    close: () => change({ open: null, ...Object.fromEntries(leaves.map((one) => [one, null])) }),
  };
}

/**
 * A page that is a table: what narrows it above, what can be done at the right, the rows, and beside
 * them what stands open. All that it shows is in its address.
 */
export function TableSpace<T extends object, Q extends object = object>({
  title,
  list,
  search,
  bySite,
  elsewhere,
  hidden = [],
  choices,
  actions,
  over,
  instead,
  none,
  noMatch,
  panels = {},
  leaves,
  first,
  opens = true,
  children,
  ...sheet
}: Omit<SheetProps<T, Q>, 'empty'> & {
  title: string;
  /** Words and conditions, where it can be searched for both. */
  list?: List;
  search?: string;
  /** Whether one chooses the site of its rows. */
  bySite?: boolean;
  /** Columns that the page has choices of its own for, besides the site. */
  elsewhere?: readonly string[];
  /** What is not a column and can be searched for all the same. */
  hidden?: readonly Narrowed[];
  choices?: ReactNode;
  actions?: ReactNode;
  /** What stands between the choices and the table. */
  over?: ReactNode;
  /** What is shown in place of the table. */
  instead?: ReactNode;
  none: string;
  noMatch?: string;
  panels?: Record<string, Panel | false | undefined>;
  /** What in the address is about a panel alone. */
  leaves?: readonly string[];
  /** The column by which rows that are all here are sorted first. */
  first?: string;
  /** Whether a row can be opened by its id. */
  opens?: boolean;
  /** What stands beside the table: a row that is opened. */
  children?: ReactNode;
}) {
  const { opened, open, close } = useOpened(leaves);
  const { sorting, onSort } = useList();
  const views = useSavedViews(sheet.name, sheet.memory ?? sheet.name);
  const panel = Object.hasOwn(panels, opened) && panels[opened];
  const room = useRef<HTMLDivElement>(null);
  const narrow = useNarrow(room, ROOMY);
  return (
    <>
      <Room
        ref={room}
        title={title}
        tools={
          <>
            <FilterBar
              list={list}
              narrow={narrow}
              fields={choices}
              last={
                list && (
                  <>
                    {bySite && (
                      <SiteChoice
                        value={list.only('SITE')}
                        onChange={(next) => list.setOnly('SITE', next)}
                      />
                    )}
                    {search && (
                      <ListSearch label={search} value={list.words} onChange={list.search} />
                    )}
                  </>
                )
              }
            />
            {list && search && (
              <ListFilters
                list={list}
                columns={[...sheet.columns, ...hidden]}
                elsewhere={[...(bySite ? ['SITE'] : []), ...(elsewhere ?? [])]}
              />
            )}
            {actions && (
              <Box
                sx={{
                  ml: 'auto',
                  display: 'flex',
                  flexWrap: 'wrap',
                  justifyContent: 'end',
                  gap: 1,
                }}
              >
                {actions}
              </Box>
            )}
          </>
        }
      >
        {views.tabs}
        {over}
        {instead || (
          <Sheet<T, Q>
            sorting={sorting ?? (first ? { by: first, descending: false } : undefined)}
            onSort={onSort}
            opened={opened}
            onOpen={opens ? (row) => open((row as { id?: number }).id!) : undefined}
            empty={(list?.narrowed && noMatch) || none}
            {...sheet}
            memory={views.memory}
            view={views.columns}
            foot={views.button}
          />
        )}
      </Room>
      {views.panel}
      {panel && (
        <SidePanel key={opened} title={panel.title} width={panel.width} onClose={close}>
          {panel.show()}
        </SidePanel>
      )}
      {children}
    </>
  );
}
