import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { LotField } from '../../kit/LotField';
import { codeOf, meantBy, PartyField } from '../../kit/PartyField';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { DocumentNumber } from '../../kit/DocumentNumber';
import { GoodsLines, goodsLines, sentLines } from './goodsLines';
import { SupplyRuleChoice, supplyRulesOrNone } from './SupplyRuleChoice';
import { NumberField } from '../../kit/NumberField';

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
      lines: goodsLines(order?.lines),
    },
    save.error,
  );
  const asked =
    form.entry.customer ?? known?.find((one) => one.id === order?.customerId)?.code ?? '';
  const customer = meantBy(asked, known);
  const site = useSite(form.entry.site)?.id ?? 0;
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          version: order?.version,
          number: form.entry.number.trim() || undefined,
          customer: codeOf(asked, known),
          site,
          needed: form.entry.needed || undefined,
          reference: form.entry.reference,
          note: form.entry.note,
          lines: sentLines(form.entry.lines),
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
        <DocumentNumber disabled={!!order} {...form.text('number')} />
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
      <GoodsLines site={site} tracks="1.3fr 0.8fr 0.8fr 0.8fr" {...form.lines('lines')}>
        {(line) => (
          <>
            <NumberField label={t('outbound.price')} {...line.text('price')} />
            <Box sx={{ gridColumn: 'span 2' }}>
              <NumberField label={t('outbound.minimumLife')} {...line.text('minimumLife')} />
            </Box>
            <LotField
              of="lot"
              label={t('transfer.lotHint')}
              item={line.entry.item}
              site={site || undefined}
              {...line.chosen('lot')}
            />
            <SupplyRuleChoice
              label={t('supplyRule.title')}
              options={supplyRulesOrNone()}
              rule={line.choice('supply')}
              from={line.choice('supplyFrom')}
              site={site}
              sx={{ gridColumn: 'span 2' }}
            />
            <Box sx={{ alignSelf: 'center', gridColumn: 'span 2' }}>
              <Tick label={t('outbound.oneLot')} {...line.tick('oneLot')} />
            </Box>
          </>
        )}
      </GoodsLines>
    </Form>
  );
}
