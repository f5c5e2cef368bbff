import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Choice, optionsOf } from '../../kit/Choice';
import { CardSpace } from '../../kit/CardSpace';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { Form, Tick } from '../../kit/Form';
import { NumberField } from '../../kit/NumberField';
import { amountOrNothing } from '../../kit/numbers';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Tax = Schemas['TaxCard'];
type Category = Tax['category'];

const CATEGORIES = everyOf<Category>()([
  'STANDARD',
  'ZERO_RATED',
  'EXEMPT',
  'REVERSE_CHARGE',
  'NOT_SUBJECT',
]);

const BLANK = { code: '', name: '', category: 'STANDARD' as Category, rate: '', active: true };

/** The taxes on what the house buys. */
export function TaxRules() {
  const may = useMay('RULES');
  const taxes = useQuery(question('/api/taxes'));
  const of = columnsOf<Tax>();
  return (
    <CardSpace
      title={t('taxes.title')}
      name="taxes"
      logged={(shown) => ['taxes', shown.code]}
      add={t('taxes.add')}
      may={may}
      rows={taxes}
      columns={[
        of.code('code', t('places.code'), 140),
        of.text('name', t('places.name'), 180, { grow: 1 }),
        of.choice('category', t('taxes.category'), 200, (kind) => t(`taxes.categories.${kind}`)),
        of.count('rate', t('taxes.rate'), 100),
        of.shown('active', t('item.state'), 90, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('taxes.none')}
    >
      {(shown, onDone) => <TaxForm tax={shown} onDone={onDone} />}
    </CardSpace>
  );
}

function TaxForm({ tax, onDone }: { tax?: Tax; onDone?: () => void }) {
  const save = useSave(
    ['taxes'],
    tax ? put('/api/taxes/{id}', { id: tax.id }) : post('/api/taxes'),
    onDone,
  );
  const form = useForm(startOf(BLANK, tax), save.error);
  const rated = form.entry.category === 'STANDARD';
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          rate: (rated && amountOrNothing(form.entry.rate)) || 0,
          version: tax?.version,
        })
      }
    >
      <Box>{t('taxes.what')}</Box>
      <TextField label={t('places.code')} required disabled={!!tax} {...form.text('code')} />
      <TextField label={t('taxes.name')} required {...form.text('name')} />
      <Choice
        label={t('taxes.category')}
        {...form.choice('category')}
        options={optionsOf(CATEGORIES, (kind) => t(`taxes.categories.${kind}`))}
      />
      {rated && <NumberField label={t('taxes.rate')} required {...form.text('rate')} />}
      <Box>
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
    </Form>
  );
}
