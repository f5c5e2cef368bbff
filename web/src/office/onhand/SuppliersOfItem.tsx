import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { Form, Tick } from '../../kit/Form';
import { money } from '../../kit/format';
import { LineEditor, written } from '../../kit/LineEditor';
import { NumberField } from '../../kit/NumberField';
import { amountOrNothing, decimalOrNothing, wholeOrNothing } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { ReferenceField } from '../../kit/ReferenceField';
import { Part } from '../../kit/SidePanel';
import { TaxChoice } from '../../kit/TaxChoice';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Row = Schemas['SupplierOfItem'];

const LINE = {
  supplierId: '',
  theirCode: '',
  price: '',
  minimum: '',
  multiple: '',
  leadDays: '',
  preferred: false,
  tax: '',
};

/** Who sells an item, in which quantities and at what price. */
export function SuppliersOfItem({ item, symbol }: { item: number; symbol: string }) {
  const may = useMay('RULES');
  const [editing, setEditing] = useState(false);
  const rows = useQuery(question('/api/items/{item}/suppliers', { item }));
  return (
    <Part title={t('soldBy.title')}>
      <ProblemNote problem={rows.error} />
      {rows.data && editing ? (
        <SuppliersForm item={item} rows={rows.data} onDone={() => setEditing(false)} />
      ) : (
        <>
          {rows.data?.length === 0 && (
            <Box sx={{ color: 'text.secondary' }}>{t('soldBy.none')}</Box>
          )}
          {rows.data?.map((row) => (
            <Sells key={row.supplierId} row={row} symbol={symbol} />
          ))}
          {may && rows.data && (
            <Button onClick={() => setEditing(true)}>{t('inbound.edit')}</Button>
          )}
        </>
      )}
    </Part>
  );
}

function Sells({ row, symbol }: { row: Row; symbol: string }) {
  const sold = Number(row.minimum) > 0 || Number(row.multiple) > 0;
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', py: 0.5 }}>
      <Box sx={{ fontWeight: row.preferred ? 700 : undefined, flex: 1 }}>
        {row.name} {row.theirCode && <Code>{row.theirCode}</Code>}
        {row.preferred && <Box sx={{ fontWeight: 400 }}>{t('soldBy.preferred')}</Box>}
      </Box>
      {sold && (
        <span>
          {t('soldBy.minimum')} <Amount value={row.minimum} unit={symbol} />, {t('soldBy.multiple')}{' '}
          <Amount value={row.multiple} unit={symbol} />
        </span>
      )}
      {row.leadDays !== null && (
        <span>
          {t('soldBy.days')} {row.leadDays}
        </span>
      )}
      <span>{money(row.price)}</span>
    </Box>
  );
}

function SuppliersForm({ item, rows, onDone }: { item: number; rows: Row[]; onDone: () => void }) {
  const save = useSave<Schemas['SuppliersOfItem']>(
    ['items', 'replenishment', 'requisitions'],
    put('/api/items/{item}/suppliers', { item }),
    onDone,
  );
  const form = useForm(
    {
      suppliers: rows.map((row) => ({
        supplierId: String(row.supplierId),
        theirCode: row.theirCode,
        price: row.price === null ? '' : String(row.price),
        minimum: Number(row.minimum) === 0 ? '' : row.minimum,
        multiple: Number(row.multiple) === 0 ? '' : row.multiple,
        leadDays: row.leadDays === null ? '' : String(row.leadDays),
        preferred: row.preferred,
        tax: row.tax ?? '',
      })),
    },
    save.error,
  );
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          suppliers: written(form.entry.suppliers, LINE).map((line) => ({
            supplierId: Number(line.supplierId),
            theirCode: line.theirCode.trim(),
            price: amountOrNothing(line.price),
            minimum: decimalOrNothing(line.minimum) ?? '0',
            multiple: decimalOrNothing(line.multiple) ?? '0',
            leadDays: wholeOrNothing(line.leadDays),
            preferred: line.preferred,
            tax: line.tax || undefined,
          })),
        })
      }
    >
      <LineEditor
        title=""
        {...form.lines('suppliers')}
        empty={LINE}
        tracks="1.4fr 1fr 1fr"
        add={t('soldBy.add')}
        optional
        none={form.entry.suppliers.length === 0 && t('soldBy.none')}
      >
        {(line) => (
          <>
            <ReferenceField
              of="SUPPLIER"
              label={t('soldBy.supplier')}
              required
              {...line.chosen('supplierId')}
            />
            <TextField label={t('soldBy.theirCode')} {...line.text('theirCode')} />
            <NumberField label={t('soldBy.price')} {...line.text('price')} />
            <NumberField label={t('soldBy.minimum')} {...line.text('minimum')} />
            <NumberField label={t('soldBy.multiple')} {...line.text('multiple')} />
            <NumberField label={t('soldBy.days')} {...line.text('leadDays')} />
            <TaxChoice any={t('taxes.ofSupplier')} {...line.choice('tax')} />
            <Box sx={{ gridColumn: '2 / -2', alignSelf: 'center' }}>
              <Tick label={t('soldBy.preferred')} {...line.tick('preferred')} />
            </Box>
          </>
        )}
      </LineEditor>
    </Form>
  );
}
