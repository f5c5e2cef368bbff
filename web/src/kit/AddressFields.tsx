import TextField from '@mui/material/TextField';
import { t } from '../app/words';
import { Choice, optionsOf, type Options } from './Choice';
import { count } from './format';
import { SiteChoice } from './SiteChoice';
import { useAddress } from './useAddress';
import type { List } from './useList';

/** A choice that stands in the page's address. */
export function AddressChoice({
  name,
  label,
  options,
  start = options[0]?.[0] ?? '',
  clears = [],
}: {
  name: string;
  label: string;
  options: Options<string>;
  /** What it is until one chooses. */
  start?: string;
  /** What in the address doesn't stay when another is chosen. */
  clears?: readonly string[];
}) {
  const { value, change } = useAddress();
  return (
    <Choice
      label={label}
      value={value(name) || start}
      onChange={(next) =>
        change({ ...Object.fromEntries(clears.map((one) => [one, null])), [name]: next })
      }
      options={options}
    />
  );
}

/** Words or a day that stand in the page's address. */
export function AddressText({
  name,
  label,
  type = 'text',
  width,
}: {
  name: string;
  label: string;
  type?: 'text' | 'date' | 'datetime-local' | 'decimal';
  width?: number;
}) {
  const { value, change } = useAddress();
  const typed = type === 'text' || type === 'decimal';
  return (
    <TextField
      label={label}
      type={type === 'decimal' ? 'text' : type}
      value={value(name)}
      onChange={(event) => change({ [name]: event.target.value })}
      sx={{ width }}
      slotProps={{
        inputLabel: typed ? undefined : { shrink: true },
        htmlInput: type === 'decimal' ? { inputMode: 'decimal' } : undefined,
      }}
    />
  );
}

export function AddressSite({ name }: { name: string }) {
  const { value, change } = useAddress();
  return <SiteChoice value={value(name)} onChange={(site) => change({ [name]: site })} />;
}

/** Which part of a list is shown; the first, if the address says nothing. */
export function useFilter<V extends string>(filters: readonly V[]): V {
  const { value } = useAddress();
  return filters.find((one) => one === value('filter')) ?? filters[0];
}

/** Chooses the part of a list that is shown; how many it holds is said where that is known. */
export function FilterChoice<V extends string>({
  of,
  word,
  counts,
}: {
  of: readonly V[];
  word: (one: V) => string;
  counts?: Partial<Record<V, number>>;
}) {
  const name = (one: V) => {
    const many = counts?.[one];
    return many === undefined ? word(one) : `${word(one)} (${count(many)})`;
  };
  return (
    <AddressChoice
      name="filter"
      label={t('transfer.show')}
      options={optionsOf(of, name)}
      clears={['view']}
    />
  );
}

/** Narrows a list to one value of a column, as a filter does that says so. */
export function ListChoice({
  list,
  column,
  label,
  options,
}: {
  list: List;
  column: string;
  label: string;
  options: Options<string>;
}) {
  return (
    <Choice
      label={label}
      value={list.only(column)}
      onChange={(next) => list.setOnly(column, next)}
      options={options}
    />
  );
}
