import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { CardSpace } from '../../kit/CardSpace';
import { columnsOf } from '../../kit/columns';
import { Form, Tick } from '../../kit/Form';
import { LanguageChoice } from '../../kit/LanguageChoice';
import { NumberField } from '../../kit/NumberField';
import { wholeOrNothing } from '../../kit/numbers';
import { TaxChoice } from '../../kit/TaxChoice';
import { WeekDays, type WeekDay } from '../../kit/WeekDays';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { useMany } from '../imports/useMany';

type Supplier = Schemas['SupplierCard'];

const BLANK = {
  code: '',
  name: '',
  email: '',
  street: '',
  town: '',
  leadDays: '7',
  active: true,
  orderDays: [] as WeekDay[],
  cutOff: '',
  tax: '',
  language: '',
};

/** Those who sell goods to the house. */
export function SupplierRules() {
  const may = useMay('RULES');
  const suppliers = useQuery(question('/api/suppliers'));
  const of = columnsOf<Supplier>();
  const many = useMany<Supplier>('suppliers', ['code'], (row) => [row.code]);
  return (
    <CardSpace
      title={t('rules.suppliers')}
      name="suppliers"
      many={many}
      logged={(shown) => ['suppliers', shown.code]}
      add={t('suppliers.add')}
      may={may}
      rows={suppliers}
      columns={[
        of.code('code', t('places.code'), 140),
        of.text('name', t('places.name'), 180, { grow: 1 }),
        of.text('email', t('suppliers.email'), 200, { grow: 1 }),
        of.count('leadDays', t('suppliers.leadDays'), 110),
        of.shown('active', t('item.state'), 90, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('suppliers.none')}
    >
      {(shown, onDone) => <SupplierForm supplier={shown} onDone={onDone} />}
    </CardSpace>
  );
}

function SupplierForm({ supplier, onDone }: { supplier?: Supplier; onDone?: () => void }) {
  const save = useSave(
    ['suppliers'],
    supplier ? put('/api/suppliers/{id}', { id: supplier.id }) : post('/api/suppliers'),
    onDone,
  );
  const form = useForm(startOf(BLANK, supplier), save.error);
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          leadDays: wholeOrNothing(form.entry.leadDays) ?? 0,
          cutOff: form.entry.cutOff || undefined,
          version: supplier?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!supplier} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField label={t('suppliers.email')} type="email" {...form.text('email')} />
      <TextField label={t('places.street')} {...form.text('street')} />
      <TextField label={t('places.town')} {...form.text('town')} />
      <NumberField label={t('suppliers.leadDays')} {...form.text('leadDays')} />
      <WeekDays
        label={`${t('suppliers.orderDays')} (${t('suppliers.anyDay')})`}
        value={form.entry.orderDays}
        onChange={(orderDays) => form.set({ orderDays })}
      />
      <TextField
        label={t('suppliers.cutOff')}
        type="time"
        slotProps={{ inputLabel: { shrink: true } }}
        {...form.text('cutOff')}
      />
      <LanguageChoice {...form.choice('language')} />
      <TaxChoice any={t('taxes.noTax')} {...form.choice('tax')} />
      <Box>
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
    </Form>
  );
}
