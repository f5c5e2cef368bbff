import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get, post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { ListChoice } from '../../kit/AddressFields';
import { Amount } from '../../kit/Amount';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { Form } from '../../kit/Form';
import { ago } from '../../kit/format';
import { ItemField } from '../../kit/ItemField';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { ReferenceField } from '../../kit/ReferenceField';
import { PanelToCome, SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useForm } from '../../kit/useForm';
import { useList } from '../../kit/useList';
import { useSave } from '../../kit/useSave';

type Row = Schemas['Requisition'];
type What = keyof typeof WAYS;

const WAYS = {
  agree: '/api/requisitions/agreement',
  order: '/api/requisitions/order',
  drop: '/api/requisitions/drop',
} as const;
const STATES = everyOf<Schemas['Requisition']['state']>()([
  'REQUESTED',
  'APPROVED',
  'ORDERED',
  'CANCELLED',
]);
const OLD = ['requisitions', 'inbound'];

/** What someone wants bought: asked for, agreed to, ordered. */
export function RequisitionSpace() {
  const mayAgree = useMay('RULES');
  const may = useMay('POST');
  const { id, open, close } = useOpened();
  const list = useList<'listRequisitions'>();
  const [ticked, setTicked] = useState<Record<number, Row>>({});
  const chosen = Object.values(ticked);
  const act = useSave(
    OLD,
    (command, what: What) => post(WAYS[what])(command, { ids: chosen.map((row) => row.id) }),
    () => setTicked({}),
  );
  const allCan = (action: Row['can'][number]) =>
    chosen.length > 0 && chosen.every((row) => row.can.includes(action));
  const unsold = chosen.find((row) => row.state === 'APPROVED' && row.supplierId === null);
  const orders = act.data?.orders ?? [];
  const tick = (row: Row, on: boolean) => {
    const next = { ...ticked };
    if (on) {
      next[row.id] = row;
    } else {
      delete next[row.id];
    }
    setTicked(next);
  };
  const button = (what: What, action: Row['can'][number], look: 'outlined' | 'contained') => (
    <Button
      variant={look}
      disabled={!allCan(action)}
      loading={act.isPending}
      onClick={() => act.mutate(what)}
    >
      {t(`low.${what}`, { count: chosen.length })}
    </Button>
  );
  const of = columnsOf<Row>();
  return (
    <TableSpace
      title={t('low.requisitions')}
      name="requisitions"
      list={list}
      search={t('low.search')}
      elsewhere={['STATE']}
      choices={
        <ListChoice
          list={list}
          column="STATE"
          label={t('transfer.show')}
          options={optionsOf(STATES, (one) => t(`low.state.${one}`), t('low.every'))}
        />
      }
      actions={
        may &&
        (chosen.length === 0 ? (
          <Button variant="contained" onClick={() => open('new')}>
            {t('low.ask')}
          </Button>
        ) : (
          <>
            {unsold && (
              <Box sx={{ alignSelf: 'center', color: 'text.secondary' }}>
                {t('low.supplierFirst', { number: unsold.number })}
              </Box>
            )}
            {button('drop', 'CANCEL', 'outlined')}
            {mayAgree && button('agree', 'APPROVE', 'outlined')}
            {button('order', 'ORDER', 'contained')}
          </>
        ))
      }
      over={
        <>
          <ProblemNote problem={act.error} />
          {orders.length > 0 && (
            <Box role="status" sx={{ mb: 1, fontSize: 18 }}>
              {t('low.ordered', { count: orders.length })}{' '}
              {orders.map((number) => (
                <Link key={number} to={`/office/coming/inbound?q=${number}`}>
                  <Code>{number}</Code>{' '}
                </Link>
              ))}
            </Box>
          )}
        </>
      }
      question={list.question}
      fetch={(query) => get('/api/requisitions', query)}
      columns={[
        of.shown('tick', '✓', 34, (row) => (
          <input
            type="checkbox"
            aria-label={t('low.tick', { number: row.number })}
            checked={row.id in ticked}
            disabled={row.can.length === 0}
            onClick={(event) => event.stopPropagation()}
            onChange={(event) => tick(row, event.target.checked)}
          />
        )),
        of.number('number', t('count.number'), 106, { by: 'NUMBER' }),
        of.choice('state', t('transfer.stateTitle'), 86, (one) => t(`low.state.${one}`)),
        of.text('name', t('item.item'), 170, { by: 'ITEM', refers: 'ITEM', grow: 1.6 }),
        of.amount('quantity', t('quantity'), 96, { by: 'QUANTITY' }),
        of.text('supplier', t('inbound.supplier'), 130, {
          by: 'SUPPLIER',
          refers: 'SUPPLIER',
          grow: 1.2,
          cell: (row) => row.supplier ?? t('low.noSupplier'),
        }),
        of.site('site', t('site'), 120, { by: 'SITE', grow: 1 }),
        of.code('source', t('low.because'), 96, { by: 'SOURCE' }),
        of.ago('asked', t('low.asked'), 196, {
          by: 'REQUESTED',
          grow: 1,
          cell: (row) => `${row.askedBy}, ${ago(row.asked)}`,
        }),
        of.code('order', t('low.orderTitle'), 100, { by: 'ORDER' }),
      ]}
      none={t('low.none')}
      noMatch={t('low.noMatch')}
      panels={{ new: { title: t('low.ask'), show: () => <AskForm onDone={close} /> } }}
    >
      {id > 0 && <SupplierPanel key={id} requisition={id} onClose={close} />}
    </TableSpace>
  );
}

function AskForm({ onDone }: { onDone: () => void }) {
  const sites = useSites().data ?? [];
  const save = useSave(OLD, post('/api/requisitions'), onDone);
  const form = useForm({ item: '', quantity: '', site: '', supplier: '' }, save.error);
  return (
    <Form
      save={save}
      may="POST"
      word={t('low.ask')}
      onSubmit={() =>
        save.mutate({
          item: form.entry.item.trim(),
          quantity: decimal(form.entry.quantity),
          site: Number(form.entry.site || sites[0]?.id),
          supplier: form.entry.supplier ? Number(form.entry.supplier) : undefined,
        })
      }
    >
      <ItemField
        label={t('item.item')}
        required
        site={Number(form.entry.site || sites[0]?.id) || undefined}
        {...form.chosen('item')}
      />
      <NumberField label={t('quantity')} required {...form.text('quantity')} />
      <Choice
        label={t('site')}
        value={form.entry.site || String(sites[0]?.id ?? '')}
        onChange={(site) => form.set({ site })}
        options={optionsById(sites)}
      />
      <ReferenceField
        of="SUPPLIER"
        label={t('inbound.supplier')}
        placeholder={t('low.usual')}
        {...form.chosen('supplier')}
      />
    </Form>
  );
}

function SupplierPanel({ requisition, onClose }: { requisition: number; onClose: () => void }) {
  const card = useQuery(question('/api/requisitions/{requisition}', { requisition }));
  const row = card.data;
  const [supplier, setSupplier] = useState<string>();
  const save = useSave(OLD, (command, id: number) =>
    put('/api/requisitions/{requisition}/supplier', { requisition })(command, { supplier: id }),
  );
  if (!row) {
    return <PanelToCome problem={card.error} onClose={onClose} />;
  }
  return (
    <SidePanel title={row.name} over={<Code>{row.number}</Code>} onClose={onClose}>
      <Box sx={{ fontSize: 20 }}>
        <Amount value={row.quantity} unit={row.symbol} /> · {row.site}
      </Box>
      <Box>{t(`low.state.${row.state}`)}</Box>
      {row.source && (
        <Box>
          {t('low.because')}{' '}
          <Link to={`/office/checking/adjustments?q=${row.source}`}>{row.source}</Link>
        </Box>
      )}
      {row.agreedBy && <Box>{t('low.agreedBy', { name: row.agreedBy })}</Box>}
      {row.order && (
        <Box>
          <Link to={`/office/coming/inbound?q=${row.order}`}>{row.order}</Link>
        </Box>
      )}
      {row.can.includes('CHOOSE_SUPPLIER') && (
        <Box sx={{ mt: 2 }}>
          <Form
            save={save}
            may="POST"
            onSubmit={() => save.mutate(Number(supplier ?? row.supplierId))}
          >
            <ReferenceField
              of="SUPPLIER"
              label={t('inbound.supplier')}
              required
              value={supplier ?? String(row.supplierId ?? '')}
              onChange={setSupplier}
            />
          </Form>
        </Box>
      )}
    </SidePanel>
  );
}
