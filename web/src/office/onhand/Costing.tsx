import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice, optionsOf } from '../../kit/Choice';
import { money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { amount as amountOf } from '../../kit/numbers';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';

type Cost = Schemas['ItemCost'];
type Method = NonNullable<Cost['method']>;

const METHODS = everyOf<NonNullable<Schemas['ValueRow']['method']>>()([
  'MOVING_AVERAGE',
  'FIFO',
  'LOT',
]);

/** What one of an item costs; who sets the rules may say otherwise. */
export function Costing({ item }: { item: number }) {
  const may = useMay('RULES');
  const [editing, setEditing] = useState(false);
  const cost = useQuery(question('/api/items/{item}/cost', { item }));
  return (
    <Part title={t('item.cost')}>
      <ProblemNote problem={cost.error} />
      {cost.data && !editing && (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <b>{money(cost.data.cost)}</b>
          {cost.data.method && <span>{t(`value.methods.${cost.data.method}`)}</span>}
          {may && <Button onClick={() => setEditing(true)}>{t('inbound.edit')}</Button>}
        </Box>
      )}
      {cost.data && editing && (
        <CostForm item={item} cost={cost.data} onDone={() => setEditing(false)} />
      )}
    </Part>
  );
}

function CostForm({ item, cost, onDone }: { item: number; cost: Cost; onDone: () => void }) {
  const save = useSave(
    ['items', 'transfers', 'value'],
    put('/api/items/{item}/cost', { item }),
    onDone,
  );
  const form = useForm(
    {
      cost: String(cost.cost),
      method: cost.method ?? ('MOVING_AVERAGE' as Method),
      reason: '',
    },
    save.error,
  );
  return (
    <Form
      save={save}
      onSubmit={() => save.mutate({ ...form.entry, cost: amountOf(form.entry.cost) })}
    >
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1.4fr' }}>
        <NumberField label={t('item.cost')} autoFocus {...form.text('cost')} />
        <Choice
          label={t('value.method')}
          {...form.choice('method')}
          options={optionsOf(METHODS, (one) => t(`value.methods.${one}`))}
        />
      </Box>
      <TextField label={t('value.revalueWhy')} {...form.text('reason')} />
    </Form>
  );
}
