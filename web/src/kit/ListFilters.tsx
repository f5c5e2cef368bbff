import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSites } from '../app/session';
import { Choice } from './Choice';
import { beginning, COMPARISONS, needsValue, type Comparison, type Condition } from './conditions';
import { Drop } from './Drop';
import { count, date } from './format';
import { NumberField } from './NumberField';
import { houseFormats } from './houseFormats';
import { typedNumber } from './numbers';
import type { Column, Narrow } from './columns';
import { ReferenceField, useReferred } from './ReferenceField';
import { Removable } from './Removable';
import type { List } from './useList';
import { t, type Word } from '../app/words';

export type Narrowed = Pick<Column<never>, 'key' | 'title' | 'sort' | 'narrow'>;

/** Documents are found by an item of their lines, though it is no column of theirs. */
export function byItem(): Narrowed {
  return {
    key: 'item',
    title: t('item.item'),
    sort: 'ITEM',
    narrow: { kind: 'REFERENCE', of: 'ITEM' },
  };
}

/** Finds rows of a list by words. */
export function ListSearch({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (words: string) => void;
}) {
  return (
    <TextField
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{ width: 180 }}
    />
  );
}

/**
 * Finds rows of a list by conditions on any column that the server can compare, which then stand
 * below as words that can be removed.
 */
export function ListFilters({
  list,
  columns,
  elsewhere = ['SITE'],
}: {
  list: List;
  columns: Narrowed[];
  /** Columns that the page has a choice of its own for. */
  elsewhere?: string[];
}) {
  return (
    <>
      <Drop label={t('filter.add')}>
        {(close) => (
          <NewFilter
            columns={columns.filter((column) => column.sort && column.narrow)}
            onAdd={(one) => {
              list.add(one);
              close();
            }}
          />
        )}
      </Drop>
      <Filters
        list={list}
        columns={columns}
        conditions={list.conditions.filter(
          (one) =>
            !(one.comparison === 'IS' && elsewhere.includes(one.column) && list.only(one.column)),
        )}
      />
    </>
  );
}

function NewFilter({ columns, onAdd }: { columns: Narrowed[]; onAdd: (one: Condition) => void }) {
  const optionsOf = useOptions();
  const [key, setKey] = useState(columns[0].key);
  const column = columns.find((one) => one.key === key)!;
  const narrow = column.narrow!;
  const comparisons = COMPARISONS[kindOf(narrow)];
  const [chosen, setChosen] = useState<Comparison>(comparisons[0]);
  const comparison = (comparisons as readonly Comparison[]).includes(chosen)
    ? chosen
    : comparisons[0];
  const options = optionsOf(narrow);
  const [typed, setTyped] = useState('');
  const text = options ? typed || (options[0]?.[0] ?? '') : typed;
  const value = !needsValue(comparison) ? '' : asValue(narrow, text);
  return (
    <Box
      component="form"
      sx={{ display: 'grid', gap: 1.5, width: 260 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (value !== null) {
          onAdd({ column: column.sort!, comparison, value });
        }
      }}
    >
      <Choice
        autoFocus
        label={t('filter.column')}
        value={key}
        onChange={(next) => {
          setKey(next);
          setTyped('');
        }}
        options={columns.map((one) => [one.key, one.title] as const)}
      />
      <Choice
        label={t('filter.comparison')}
        value={comparison}
        onChange={setChosen}
        options={comparisons.map(
          (one) => [one, t(`filter.${kindOf(narrow)}.${one}` as Word)] as const,
        )}
      />
      {needsValue(comparison) &&
        (options ? (
          <Choice label={t('filter.value')} value={text} onChange={setTyped} options={options} />
        ) : narrow.kind === 'REFERENCE' ? (
          <ReferenceField
            key={narrow.of}
            label={t('filter.value')}
            of={narrow.of}
            value={typed}
            onChange={setTyped}
          />
        ) : narrow.kind === 'NUMBER' ? (
          <NumberField
            label={t('filter.value')}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        ) : (
          <TextField
            label={t('filter.value')}
            type={narrow.kind === 'TEXT' ? 'text' : 'date'}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        ))}
      <Button type="submit" variant="contained" disabled={value === null}>
        {t('filter.apply')}
      </Button>
    </Box>
  );
}

function kindOf(narrow: Narrow) {
  return narrow.kind === 'SITE' || narrow.kind === 'REFERENCE' ? 'CHOICE' : narrow.kind;
}

/** What was typed as the server reads it; null if it is nothing that can be compared with. */
function asValue(narrow: Narrow, text: string): string | null {
  switch (narrow.kind) {
    case 'NUMBER': {
      const typed = typedNumber(text);
      return typed.kind === 'number' ? typed.value : null;
    }
    case 'MOMENT':
      return text ? beginning(text) : null;
    default:
      return text.trim() || null;
  }
}

function useOptions() {
  const sites = useSites();
  return (narrow: Narrow): readonly (readonly [string, string])[] | undefined =>
    narrow.kind === 'SITE'
      ? (sites.data ?? []).map((one) => [String(one.id), one.name] as const)
      : narrow.kind === 'CHOICE'
        ? narrow.options
        : undefined;
}

function Filters({
  list,
  columns,
  conditions,
}: {
  list: List;
  columns: Narrowed[];
  conditions: Condition[];
}) {
  return (
    conditions.length > 0 && (
      <Box
        role="list"
        aria-label={t('filter.list')}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, order: 1, flexBasis: '100%' }}
      >
        {conditions.map((one) => (
          <Filter
            key={`${one.column}:${one.comparison}:${one.value}`}
            of={one}
            column={columns.find((other) => other.sort === one.column)}
            onRemove={() => list.remove(one)}
          />
        ))}
      </Box>
    )
  );
}

function Filter({
  of: { column: name, comparison, value },
  column,
  onRemove,
}: {
  of: Condition;
  column: Narrowed | undefined;
  onRemove: () => void;
}) {
  const options = useOptions();
  const narrow = column?.narrow;
  const refers = narrow?.kind === 'REFERENCE';
  const referred = useReferred(refers ? narrow.of : 'ITEM', refers ? value : '');
  const shown =
    referred ??
    (narrow && options(narrow)?.find(([key]) => key === value)?.[1]) ??
    (narrow?.kind === 'DAY'
      ? date(value)
      : narrow?.kind === 'MOMENT'
        ? new Date(value).toLocaleDateString(houseFormats().language)
        : narrow?.kind === 'NUMBER'
          ? count(Number(value))
          : narrow
            ? value
            : `${name} ${value}`);
  const words = t('filter.words', {
    column: column?.title ?? name,
    comparison: t(`filter.${narrow ? kindOf(narrow) : 'CHOICE'}.${comparison}` as Word),
    value: needsValue(comparison) ? shown : '',
  }).trim();
  return (
    <Removable label={t('filter.remove', { words })} onRemove={onRemove}>
      {words}
    </Removable>
  );
}
