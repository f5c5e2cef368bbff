import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { LotField } from '../../kit/LotField';
import { PartyField } from '../../kit/PartyField';
import { LineEditor, written } from '../../kit/LineEditor';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { amountOrNothing, decimal, wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { ItemField } from '../../kit/ItemField';

interface Line {
  item: string;
  packs: string;
  pack: string;
  lot: string;
  price: string;
  minimumLife: string;
  oneLot: boolean;
}

const EMPTY: Line = {
  item: '',
  packs: '',
  pack: '',
  lot: '',
  price: '',
  minimumLife: '',
  oneLot: false,
};

function lineOf(line: Schemas['OutboundCard']['lines'][number]): Line {
  return { ...startOf(EMPTY, line), lot: line.lot ?? line.serial ?? '' };
}

/** An order as it is accepted, or changed while nothing of it is picked. */
export function OutboundForm({
  order,
  onDone,
}: {
  order?: Schemas['OutboundCard'];
  onDone: (saved: Schemas['OutboundCard']) => void;
}) {
  const customers = useQuery(question('/api/customers'));
  const save = useSave(
    ['outbound', 'on-hand'],
    order ? put('/api/outbound/{id}', { id: order.id }) : post('/api/outbound'),
    onDone,
  );
  const known = customers.data?.filter((one) => one.active || one.id === order?.customerId);
  const form = useForm(
    {
      ...startOf({ number: '', needed: '', reference: '', note: '' }, order),
      customer: null as string | null,
      site: String(order?.siteId ?? ''),
      lines: order?.lines.map(lineOf) ?? [EMPTY],
    },
    save.error,
  );
  const asked =
    form.entry.customer ?? known?.find((one) => one.id === order?.customerId)?.code ?? '';
  const customer = known?.find((one) => one.code === asked.trim().toUpperCase());
  const site = useSite(form.entry.site)?.id ?? 0;
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          version: order?.version,
          number: form.entry.number.trim() || undefined,
          customer: asked.trim(),
          site,
          needed: form.entry.needed || undefined,
          reference: form.entry.reference,
          note: form.entry.note,
          lines: written(form.entry.lines, EMPTY).map((line) => ({
            item: line.item.trim(),
            packs: decimal(line.packs),
            pack: line.pack.trim(),
            lot: line.lot.trim() || undefined,
            price: amountOrNothing(line.price),
            minimumLife: wholeOrNothing(line.minimumLife),
            oneLot: line.oneLot || undefined,
          })),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <PartyField
          label={t('outbound.customer')}
          required
          parties={known}
          {...form.chosen('customer')}
          value={asked}
        />
        <SiteField label={t('outbound.from')} {...form.choice('site')} />
        <TextField
          label={t('transfer.number')}
          disabled={!!order}
          placeholder={t('transfer.nextNumber')}
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('number')}
        />
        <DateField label={t('outbound.needed')} {...form.text('needed')} />
        <TextField label={t('outbound.reference')} {...form.text('reference')} />
        <TextField label={t('transfer.note')} {...form.text('note')} />
      </Box>
      {customer && (customer.minimumLife > 0 || customer.oneLot) && (
        <Box sx={{ color: 'text.secondary' }}>
          {[
            customer.minimumLife > 0 && t('outbound.needsLife', { count: customer.minimumLife }),
            customer.oneLot && t('outbound.needsOneLot'),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
      )}
      <LineEditor
        title={t('transfer.lines')}
        {...form.lines('lines')}
        empty={EMPTY}
        tracks="1.3fr 0.8fr 0.8fr 0.8fr"
        add={t('transfer.addLine')}
      >
        {(line) => (
          <>
            <ItemField label={t('item.item')} site={site || undefined} {...line.chosen('item')} />
            <NumberField label={t('quantity')} {...line.text('packs')} />
            <TextField label={t('pack.name')} {...line.text('pack')} />
            <NumberField label={t('outbound.price')} {...line.text('price')} />
            <NumberField label={t('outbound.minimumLife')} {...line.text('minimumLife')} />
            <LotField
              of="lot"
              label={t('transfer.lotHint')}
              item={line.entry.item}
              site={site || undefined}
              {...line.chosen('lot')}
            />
            <Box sx={{ alignSelf: 'center', gridColumn: 'span 2' }}>
              <Tick label={t('outbound.oneLot')} {...line.tick('oneLot')} />
            </Box>
          </>
        )}
      </LineEditor>
    </Form>
  );
}
