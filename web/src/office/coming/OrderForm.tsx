import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { LineEditor, written } from '../../kit/LineEditor';
import { Form } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { amountOrNothing, decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { ItemField } from '../../kit/ItemField';
import { PartyField } from '../../kit/PartyField';

interface Line {
  item: string;
  packs: string;
  pack: string;
  price: string;
}

const EMPTY: Line = { item: '', packs: '', pack: '', price: '' };

/** A purchase order as it is written down. */
export function OrderForm({
  order,
  onDone,
}: {
  order?: Schemas['InboundCard'];
  onDone: (saved: Schemas['InboundCard']) => void;
}) {
  const suppliers = useQuery(question('/api/suppliers'));
  const save = useSave(
    ['inbound', 'on-hand'],
    order ? put('/api/inbound/{id}', { id: order.id }) : post('/api/inbound'),
    onDone,
  );
  const form = useForm(
    {
      ...startOf({ number: '', expected: '', note: '' }, order),
      supplier: order?.supplierCode ?? '',
      site: String(order?.siteId ?? ''),
      lines: order?.lines.map((line) => startOf(EMPTY, line)) ?? [EMPTY],
    },
    save.error,
  );
  const site = useSite(form.entry.site)?.id ?? 0;
  const known = suppliers.data?.filter((one) => one.active || one.code === order?.supplierCode);
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          version: order?.version,
          number: form.entry.number.trim() || undefined,
          supplier: form.entry.supplier.trim(),
          site,
          expected: form.entry.expected || undefined,
          note: form.entry.note,
          lines: written(form.entry.lines, EMPTY).map((line) => ({
            item: line.item.trim(),
            packs: decimal(line.packs),
            pack: line.pack.trim(),
            price: amountOrNothing(line.price),
          })),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <PartyField
          label={t('inbound.supplier')}
          required
          parties={known}
          {...form.chosen('supplier')}
        />
        <SiteField {...form.choice('site')} />
        <TextField
          label={t('inbound.number')}
          disabled={!!order}
          placeholder={t('inbound.nextNumber')}
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('number')}
        />
        <DateField label={t('inbound.expected')} {...form.text('expected')} />
        <TextField label={t('inbound.note')} sx={{ gridColumn: '1 / -1' }} {...form.text('note')} />
      </Box>
      <LineEditor
        title={t('inbound.lines')}
        {...form.lines('lines')}
        empty={EMPTY}
        tracks="1.4fr 0.8fr 1fr 0.8fr"
        add={t('inbound.addLine')}
      >
        {(line) => (
          <>
            <ItemField label={t('item.item')} site={site || undefined} {...line.chosen('item')} />
            <NumberField label={t('quantity')} {...line.text('packs')} />
            <TextField label={t('pack.name')} {...line.text('pack')} />
            <NumberField label={t('inbound.price')} {...line.text('price')} />
          </>
        )}
      </LineEditor>
    </Form>
  );
}
