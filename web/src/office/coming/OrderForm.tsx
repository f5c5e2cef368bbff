import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { Form } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { DocumentNumber } from '../../kit/DocumentNumber';
import { GoodsLines, goodsLines, sentLines } from './goodsLines';
import { NumberField } from '../../kit/NumberField';
import { codeOf, PartyField } from '../../kit/PartyField';
import { TaxChoice } from '../../kit/TaxChoice';

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
      lines: goodsLines(order?.lines),
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
          supplier: codeOf(form.entry.supplier, known),
          site,
          expected: form.entry.expected || undefined,
          note: form.entry.note,
          lines: sentLines(form.entry.lines),
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
        <DocumentNumber label={t('inbound.number')} disabled={!!order} {...form.text('number')} />
        <DateField label={t('inbound.expected')} {...form.text('expected')} />
        <TextField label={t('inbound.note')} sx={{ gridColumn: '1 / -1' }} {...form.text('note')} />
      </Box>
      <GoodsLines site={site} tracks="1.5fr 0.8fr 0.9fr 0.8fr 1.15fr" {...form.lines('lines')}>
        {(line) => (
          <>
            <NumberField label={t('inbound.price')} {...line.text('price')} />
            <TaxChoice any={t('taxes.agreed')} {...line.choice('tax')} />
          </>
        )}
      </GoodsLines>
    </Form>
  );
}
