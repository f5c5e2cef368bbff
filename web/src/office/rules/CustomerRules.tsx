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
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { useMany } from '../imports/useMany';

type Customer = Schemas['CustomerCard'];

const ADDRESS = { street: '', town: '', gln: '', email: '' };
const BLANK = {
  code: '',
  name: '',
  ...ADDRESS,
  minimumLife: '0',
  oneLot: false,
  active: true,
  language: '',
};

/** Those who get goods from the house, and what they ask of every order. */
export function CustomerRules() {
  const may = useMay('POST');
  const customers = useQuery(question('/api/customers'));
  const of = columnsOf<Customer>();
  const many = useMany<Customer>('customers', ['code'], (row) => [row.code]);
  return (
    <CardSpace
      title={t('rules.customers')}
      name="customers"
      many={many}
      logged={(shown) => ['customers', shown.code]}
      add={t('customers.add')}
      may={may}
      rows={customers}
      columns={[
        of.code('code', t('places.code'), 140),
        of.text('name', t('places.name'), 180, { grow: 1 }),
        of.text('town', t('places.town'), 120, { grow: 1 }),
        of.count('minimumLife', t('outbound.minimumLife'), 134, { dash: true }),
        of.shown('oneLot', t('customers.oneLotTitle'), 110, (row) => (row.oneLot ? t('yes') : '')),
        of.shown('active', t('item.state'), 90, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('customers.none')}
    >
      {(shown, onDone) => <CustomerForm customer={shown} onDone={onDone} />}
    </CardSpace>
  );
}

function CustomerForm({ customer, onDone }: { customer?: Customer; onDone?: () => void }) {
  const save = useSave(
    ['customers'],
    customer ? put('/api/customers/{id}', { id: customer.id }) : post('/api/customers'),
    onDone,
  );
  const form = useForm(startOf(BLANK, customer), save.error);
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          minimumLife: wholeOrNothing(form.entry.minimumLife) ?? 0,
          version: customer?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!customer} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField label={t('customers.email')} type="email" {...form.text('email')} />
      <TextField label={t('places.street')} {...form.text('street')} />
      <TextField label={t('places.town')} {...form.text('town')} />
      <TextField label={t('places.gln')} {...form.text('gln')} />
      <LanguageChoice {...form.choice('language')} />
      <NumberField label={t('outbound.minimumLife')} {...form.text('minimumLife')} />
      <Box>
        <Tick label={t('customers.oneLot')} {...form.tick('oneLot')} />
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
    </Form>
  );
}
