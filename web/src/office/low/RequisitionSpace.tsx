import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get, post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { ListChoice } from '../../kit/AddressFields';
import { Amount } from '../../kit/Amount';
import { optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { DateField } from '../../kit/DateField';
import { everyOf } from '../../kit/everyOf';
import { Facts } from '../../kit/Facts';
import { Form } from '../../kit/Form';
import { ago, date, money } from '../../kit/format';
import { ItemField } from '../../kit/ItemField';
import { LineEditor, written } from '../../kit/LineEditor';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { ReferenceField } from '../../kit/ReferenceField';
import { Remarks } from '../../kit/Remarks';
import { PanelToCome, Part, SidePanel } from '../../kit/SidePanel';
import { SiteField, useSite } from '../../kit/SiteField';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useForm } from '../../kit/useForm';
import { useList } from '../../kit/useList';
import { useSave } from '../../kit/useSave';

type Row = Schemas['RequisitionLine'];
type What = keyof typeof WAYS;

const WAYS = {
  agree: '/api/requisitions/agreement',
  order: '/api/requisitions/order',
  drop: '/api/requisitions/drop',
} as const;
const STATES = everyOf<Row['state']>()(['REQUESTED', 'APPROVED', 'ORDERED', 'CANCELLED']);
const OLD = ['requisitions', 'inbound'];

/** What someone wants bought: asked for, agreed to, ordered. */
export function RequisitionSpace() {
  const mayAgree = useMay('RULES');
  const may = useMay('MOVE');
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
            aria-label={t('low.tick', { number: row.number, item: row.name })}
            checked={row.id in ticked}
            disabled={row.can.length === 0}
            onClick={(event) => event.stopPropagation()}
            onChange={(event) => tick(row, event.target.checked)}
          />
        )),
        of.number('number', t('count.number'), 106, { by: 'NUMBER' }),
        of.choice('state', t('transfer.stateTitle'), 100, (one) => t(`low.state.${one}`)),
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
      panels={{ new: { title: t('low.ask'), width: 600, show: () => <AskForm onDone={close} /> } }}
    >
      {id > 0 && <RequisitionPanel key={id} line={id} onClose={close} />}
    </TableSpace>
  );
}

const NO_LINE = { item: '', packs: '', pack: '', supplier: '' };

function AskForm({ onDone }: { onDone: () => void }) {
  const save = useSave(OLD, post('/api/requisitions'), onDone);
  const form = useForm({ site: '', needed: '', note: '', lines: [NO_LINE] }, save.error);
  const site = useSite(form.entry.site)?.id ?? 0;
  return (
    <Form
      save={save}
      may="MOVE"
      word={t('low.ask')}
      onSubmit={() =>
        save.mutate({
          site,
          needed: form.entry.needed || undefined,
          note: form.entry.note,
          lines: written(form.entry.lines, NO_LINE).map((line) => ({
            item: line.item.trim(),
            packs: decimal(line.packs),
            pack: line.pack.trim(),
            supplier: line.supplier ? Number(line.supplier) : undefined,
          })),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <SiteField {...form.choice('site')} />
        <DateField label={t('low.needed')} {...form.text('needed')} />
        <TextField label={t('low.note')} sx={{ gridColumn: '1 / -1' }} {...form.text('note')} />
      </Box>
      <LineEditor
        title={t('transfer.lines')}
        add={t('transfer.addLine')}
        empty={NO_LINE}
        tracks="1.4fr 0.8fr 1fr 1.4fr"
        {...form.lines('lines')}
      >
        {(line) => (
          <>
            <ItemField label={t('item.item')} site={site || undefined} {...line.chosen('item')} />
            <NumberField label={t('quantity')} {...line.text('packs')} />
            <TextField label={t('pack.name')} {...line.text('pack')} />
            <ReferenceField
              of="SUPPLIER"
              label={t('inbound.supplier')}
              placeholder={t('low.usual')}
              {...line.chosen('supplier')}
            />
          </>
        )}
      </LineEditor>
    </Form>
  );
}

/** The requisition of a line that is opened: what else was asked for with it, and how far it is. */
function RequisitionPanel({ line, onClose }: { line: number; onClose: () => void }) {
  const asked = useQuery(question('/api/requisition-lines/{line}', { line }));
  const card = asked.data;
  const opened = card?.lines.find((one) => one.id === line);
  if (!card || !opened) {
    return <PanelToCome problem={asked.error} onClose={onClose} />;
  }
  return (
    <SidePanel title={opened.name} over={<Code>{card.number}</Code>} onClose={onClose}>
      <Facts
        facts={[
          [t('site'), card.site],
          [t('low.asked'), `${card.askedBy}, ${ago(card.asked)}`],
          [t('low.needed'), date(card.needed)],
          [t('low.worth'), money(card.value)],
          [t('low.note'), card.note],
        ]}
      />
      {card.source && (
        <Box>
          {t('low.because')}{' '}
          <Link to={`/office/checking/adjustments?q=${card.source}`}>{card.source}</Link>
        </Box>
      )}
      <Part title={t('transfer.lines')}>
        {card.lines.map((one) => (
          <Box
            key={one.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr auto auto',
              columnGap: 1.5,
              py: 0.75,
              borderTop: 1,
              borderColor: 'divider',
              fontWeight: one.id === line ? 700 : 400,
            }}
          >
            <span>{one.name}</span>
            <Amount value={one.quantity} unit={one.symbol} />
            <span>{t(`low.state.${one.state}`)}</span>
            <Box sx={{ gridColumn: '1 / -1', color: 'text.secondary', fontWeight: 400 }}>
              {one.supplier ?? t('low.noSupplier')}
              {one.agreedBy && ` · ${t('low.agreedBy', { name: one.agreedBy })}`}
              {one.order && (
                <>
                  {' · '}
                  <Link to={`/office/coming/inbound?q=${one.order}`}>{one.order}</Link>
                  {one.orderDue && ` ${t('low.due', { day: date(one.orderDue) })}`}
                </>
              )}
            </Box>
          </Box>
        ))}
      </Part>
      {opened.can.includes('CHOOSE_SUPPLIER') && <SupplierOfLine key={line} line={opened} />}
      <Remarks of={card.number} />
    </SidePanel>
  );
}

function SupplierOfLine({ line }: { line: Row }) {
  const [supplier, setSupplier] = useState<string>();
  const save = useSave(OLD, (command, id: number) =>
    put('/api/requisition-lines/{line}/supplier', { line: line.id })(command, { supplier: id }),
  );
  return (
    <Part title={t('low.supplierOf', { item: line.name })}>
      <Form
        save={save}
        may="POST"
        onSubmit={() => save.mutate(Number(supplier ?? line.supplierId))}
      >
        <ReferenceField
          of="SUPPLIER"
          label={t('inbound.supplier')}
          required
          value={supplier ?? String(line.supplierId ?? '')}
          onChange={setSupplier}
        />
      </Form>
    </Part>
  );
}
