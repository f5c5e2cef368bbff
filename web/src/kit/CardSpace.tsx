import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { FormPanel } from './FormPanel';
import type { Column } from './columns';
import { TableSpace, useOpened } from './TableSpace';
import type { Ticks } from './useTicks';

/** A table of what the house knows by name: each has its form beside it, where new ones are added. */
export function CardSpace<T extends { id: number; version: number; name: string }>({
  add,
  may,
  logged,
  many,
  children,
  ...table
}: {
  title: string;
  name: string;
  rows: { data?: T[]; error?: unknown };
  columns: Column<T>[];
  none: string;
  /** What the button says that adds one. */
  add: string;
  /** Whether one may add any. */
  may: boolean;
  /** What can be done with many of them that are ticked. */
  many?: { ticks?: Ticks<T>; bar: ReactNode; panel: ReactNode };
  /** The table and the key by which it is kept who changed one. */
  logged?: (shown: T) => readonly [table: string, key: string];
  /** The form of one, or of a new one; it says when a new one is saved. */
  children: (shown: T | undefined, onDone: (() => void) | undefined) => ReactNode;
}) {
  const { opened, id, open, close } = useOpened();
  const one = table.rows.data?.find((row) => row.id === id);
  return (
    <TableSpace
      {...table}
      over={many?.bar}
      ticks={many?.ticks}
      actions={
        may && (
          <Button variant="contained" onClick={() => open('new')}>
            {add}
          </Button>
        )
      }
    >
      {many?.panel}
      {(opened === 'new' || one) && (
        <FormPanel
          key={opened}
          of={one}
          title={one?.name ?? add}
          onClose={close}
          logged={one && logged?.(one)}
        >
          {(shown) => children(shown, shown ? undefined : close)}
        </FormPanel>
      )}
    </TableSpace>
  );
}
