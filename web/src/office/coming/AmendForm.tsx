import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { Problem, type Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { DateField } from '../../kit/DateField';
import { everyOf } from '../../kit/everyOf';
import { Form } from '../../kit/Form';
import { GridRow } from '../../kit/GridRow';
import { NumberField } from '../../kit/NumberField';
import { amountOrNothing, decimal } from '../../kit/numbers';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Card = Schemas['InboundCard'];
type By = Schemas['InboundAmendment']['by'];

const BY = everyOf<By>()(['SUPPLIER', 'HOUSE']);

/** What the supplier has answered to an order, or what we want of it otherwise, line by line. */
export function AmendForm({ order, onDone }: { order: Card; onDone: () => void }) {
  const open = order.lines.filter(
    (line) => line.origin === 'ORDERED' && (Number(line.open) > 0 || line.received === '0'),
  );
  const save = useSave(
    ['inbound', 'letters', 'replenishment'],
    post('/api/inbound/{id}/amendment', { id: order.id }),
    onDone,
  );
  const form = useForm(
    {
      by: 'SUPPLIER' as By,
      note: '',
      lines: open.map((line) => ({
        line: line.line,
        packs: line.packs,
        expected: line.expected ?? order.expected ?? '',
        price: line.price === null ? '' : String(line.price),
      })),
    },
    save.error,
  );
  const { lines } = form.entry;
  const change = (i: number, said: Partial<(typeof lines)[number]>) =>
    form.set({ lines: lines.map((line, at) => (at === i ? { ...line, ...said } : line)) });
  const problem = (i: number, field = 'packs') =>
    save.error instanceof Problem && save.error.field === `lines[${i}].${field}`
      ? save.error.message
      : undefined;
  return (
    <Part title={t('inbound.amendTitle')}>
      <Form
        save={save}
        may="POST"
        onSubmit={() =>
          save.mutate({
            version: order.version,
            by: form.entry.by,
            note: form.entry.note,
            lines: lines.map((line) => ({
              line: line.line,
              packs: decimal(line.packs),
              expected: line.expected || undefined,
              price: amountOrNothing(line.price),
            })),
          })
        }
      >
        <Choice
          label={t('inbound.amendedBy')}
          {...form.choice('by')}
          options={optionsOf(BY, (one) => t(`inbound.by.${one}`))}
        />
        {open.map((line, i) => (
          <GridRow key={line.line} tracks="1fr 88px 96px 150px auto">
            <Box sx={{ alignSelf: 'center' }}>
              {line.name}
              {line.pack && ` · ${line.pack}`}
            </Box>
            <NumberField
              label={t('quantity')}
              value={lines[i].packs}
              error={!!problem(i)}
              helperText={problem(i)}
              onChange={(event) => change(i, { packs: event.target.value })}
              slotProps={{
                htmlInput: { 'aria-label': t('inbound.amendQuantity', { item: line.name }) },
              }}
            />
            <NumberField
              label={t('inbound.price')}
              value={lines[i].price}
              error={!!problem(i, 'price')}
              helperText={problem(i, 'price')}
              onChange={(event) => change(i, { price: event.target.value })}
              slotProps={{
                htmlInput: { 'aria-label': t('inbound.newPrice', { item: line.name }) },
              }}
            />
            <DateField
              label={t('inbound.expected')}
              value={lines[i].expected}
              onChange={(event) => change(i, { expected: event.target.value })}
            />
            <Button
              aria-label={t('inbound.cancelLine', { item: line.name })}
              disabled={line.received !== '0'}
              onClick={() => change(i, { packs: '0' })}
            >
              {t('inbound.cancelShort')}
            </Button>
          </GridRow>
        ))}
        <TextField label={t('inbound.amendNote')} {...form.text('note')} />
      </Form>
    </Part>
  );
}
