import type { ReactNode } from 'react';
import { Code } from './Code';
import { FormOf } from './Form';
import { RowChanges } from './RowChanges';
import { SidePanel } from './SidePanel';

/** The form of a new thing, or of one that others may change too, beside its table. */
export function FormPanel<T extends { id?: number; version?: number; code?: string }>({
  of,
  title,
  width,
  onClose,
  children,
  below,
  logged,
}: {
  of: T | undefined;
  title: ReactNode;
  width?: number;
  onClose: () => void;
  children: (shown: T | undefined) => ReactNode;
  /** What stands under the form. */
  below?: ReactNode;
  /** The table whose row it is, where it is kept who changed what; and its key there. */
  logged?: readonly [table: string, key: string];
}) {
  return (
    <SidePanel
      title={title}
      over={of?.code && <Code>{of.code}</Code>}
      onClose={onClose}
      width={width}
    >
      <FormOf of={of}>{children}</FormOf>
      {below}
      {of && logged && <RowChanges table={logged[0]} row={logged[1]} />}
    </SidePanel>
  );
}
