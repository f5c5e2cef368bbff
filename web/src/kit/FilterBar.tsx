import Box from '@mui/material/Box';
import { Children, Fragment, isValidElement, type ReactElement, type ReactNode } from 'react';
import { t } from '../app/words';
import { Drop } from './Drop';
import { useAddress } from './useAddress';
import type { List } from './useList';

/** More filters than this beside each other are a form, and no longer a line above a table. */
const OPEN = 4;

type Field = ReactElement<{ name?: string; column?: string; value?: string }>;

/**
 * What narrows a table: four filters stand open, the others under a button that says how many of them
 * are set. Beside an open panel all of them are under that button.
 */
export function FilterBar({
  fields,
  last,
  list,
  narrow,
}: {
  /** The most important first. */
  fields: ReactNode;
  /** What always stands open where there is room, behind the others. */
  last?: ReactNode;
  list?: List;
  narrow: boolean;
}) {
  const { value } = useAddress();
  const choices = each(fields);
  const ends = each(last);
  const open = narrow ? [] : choices.slice(0, OPEN - ends.length);
  const under = [...choices.slice(open.length), ...(narrow ? ends : [])];
  const set = under.filter(({ props }) =>
    props.column ? list?.only(props.column) : props.value || (props.name && value(props.name)),
  ).length;
  const word = t(narrow ? 'filter.list' : 'filter.more');
  return (
    <>
      {open}
      {!narrow && ends}
      {under.length > 0 && (
        <Drop label={set > 0 ? t('filter.set', { word, count: set }) : word} variant="outlined">
          {() => <Box sx={{ display: 'grid', gap: 1.5, width: 240, pt: 1 }}>{under}</Box>}
        </Drop>
      )}
    </>
  );
}

/** The fields of a fragment, each by itself. */
function each(fields: ReactNode): Field[] {
  return Children.toArray(fields).flatMap((field) =>
    isValidElement<{ children?: ReactNode }>(field)
      ? field.type === Fragment
        ? each(field.props.children)
        : [field as Field]
      : [],
  );
}
