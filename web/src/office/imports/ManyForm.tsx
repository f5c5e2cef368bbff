import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Choice } from '../../kit/Choice';
import { DateField } from '../../kit/DateField';
import { Form } from '../../kit/Form';
import { NumberField } from '../../kit/NumberField';
import { decimalOrNothing } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Column = Schemas['TableColumnCard'];

/** What is said of items by another table: from whom they are bought. */
const SUPPLIER = 'supplier';
const SUPPLIER_ITEMS = 'supplier items';

/** Which column shall say what, for all rows that are ticked. */
export function ManyForm({
  table,
  columns: keys,
  rows,
  onTried,
}: {
  table: string;
  columns: readonly string[];
  rows: string[][];
  onTried: (id: number) => void;
}) {
  const tables = useQuery({ ...question('/api/tables'), staleTime: 60_000 });
  const columns = (tables.data?.find((one) => one.name === table)?.columns ?? []).filter(
    (column) => !column.key && column.kind !== 'LIST',
  );
  if (columns.length === 0) {
    return <ProblemNote problem={tables.error ?? (tables.data && t('many.nothing'))} />;
  }
  return <Known table={table} keys={keys} columns={columns} rows={rows} onTried={onTried} />;
}

function Known({
  table,
  keys,
  columns,
  rows,
  onTried,
}: {
  table: string;
  keys: readonly string[];
  columns: Column[];
  rows: string[][];
  onTried: (id: number) => void;
}) {
  const save = useSave(['imports'], post('/api/imports/many'), (card) => onTried(card.row.id));
  const form = useForm({ column: columns[0].name, value: '' }, save.error);
  const { column, value } = form.entry;
  const chosen = columns.find((one) => one.name === column);
  const buys = table === 'items' && column === SUPPLIER;
  const isNumber = chosen?.kind === 'DECIMAL' || chosen?.kind === 'WHOLE';
  const said = () => (isNumber ? (decimalOrNothing(value) ?? '') : value.trim());
  return (
    <Form
      save={save}
      word={t('many.try')}
      onSubmit={() =>
        save.mutate(
          buys
            ? {
                table: SUPPLIER_ITEMS,
                columns: ['item'],
                rows,
                values: { supplier: said(), preferred: 'yes' },
              }
            : { table, columns: [...keys], rows, values: { [column]: said() } },
        )
      }
    >
      <Choice
        label={t('many.column')}
        value={column}
        onChange={(next) => form.set({ column: next, value: '' })}
        options={[
          ...columns.map((one) => [one.name, one.name] as const),
          ...(table === 'items' ? [[SUPPLIER, SUPPLIER] as const] : []),
        ]}
      />
      <Value
        key={column}
        column={buys ? SUPPLIER_COLUMN : chosen!}
        {...form.text('value')}
        onChange={(next) => form.set({ value: next })}
      />
      <Box sx={{ color: 'text.secondary' }}>{buys ? t('many.supplierMeans') : chosen?.meaning}</Box>
    </Form>
  );
}

const SUPPLIER_COLUMN: Pick<Column, 'name' | 'kind' | 'choices' | 'needed' | 'refersTo'> = {
  name: SUPPLIER,
  kind: 'CODE',
  choices: [],
  needed: true,
  refersTo: 'suppliers',
};

/** The field for what a column holds. */
function Value({
  column,
  value,
  onChange,
  error,
  helperText,
}: {
  column: Pick<Column, 'name' | 'kind' | 'choices' | 'needed' | 'refersTo'>;
  value: string;
  onChange: (value: string) => void;
  error?: boolean;
  helperText?: string;
}) {
  const list = useId();
  const known = useKnown(column);
  const field = {
    label: t('many.value'),
    value,
    error,
    required: column.needed,
    helperText: helperText ?? (column.needed ? undefined : t('many.emptyMeans')),
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
  };
  const choices =
    column.kind === 'YES_NO' ? ['yes', 'no'] : column.kind === 'CHOICE' ? column.choices : [];
  if (choices.length > 0) {
    return (
      <Choice
        {...field}
        onChange={onChange}
        options={[['', t('many.choose')] as const, ...choices.map((one) => [one, one] as const)]}
        required
        helperText={helperText}
      />
    );
  }
  if (column.kind === 'DAY') {
    return <DateField {...field} />;
  }
  if (column.kind === 'DECIMAL' || column.kind === 'WHOLE') {
    return <NumberField {...field} />;
  }
  return (
    <>
      <TextField
        {...field}
        slotProps={{ htmlInput: { list: known.length > 0 ? list : undefined } }}
      />
      <datalist id={list}>
        {known.map(([code, name]) => (
          <option key={code} value={code}>
            {name}
          </option>
        ))}
      </datalist>
    </>
  );
}

/** What is there already that a column could say. */
function useKnown(column: Pick<Column, 'name' | 'refersTo'>): (readonly [string, string])[] {
  const categories = useQuery({
    ...question('/api/categories'),
    enabled: column.name === 'category',
  });
  const suppliers = useQuery({
    ...question('/api/suppliers'),
    enabled: column.refersTo === 'suppliers',
  });
  return [
    ...(categories.data ?? []).map((one) => [one, ''] as const),
    ...(suppliers.data ?? []).map((one) => [one.code, one.name] as const),
  ];
}
