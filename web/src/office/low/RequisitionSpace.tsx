import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Rail, Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { useList } from '../../kit/useList';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { Form } from '../rules/Form';
import { useForm } from '../rules/useForm';
import { decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';
import { ItemField } from '../../kit/ItemField';

type Row = Schemas['Requisition'];
type Doing = 'agree' | 'order' | 'drop';

const STATES = everyOf<Schemas['Requisition']['state']>()([
  'REQUESTED',
  'APPROVED',
  'ORDERED',
  'CANCELLED',
]);
const OLD = ['requisitions', 'inbound'];

/** What someone wants bought: asked for, agreed to, ordered. */
export function RequisitionSpace() {
  const { t } = useTranslation();
  const mayAgree = useMay('RULES');
  const may = useMay('POST');
  const { value, change } = useAddress();
  const list = useList<'listRequisitions'>();
  const { question } = list;
  const [ticked, setTicked] = useState<Record<number, Row>>({});
  const chosen = Object.values(ticked);
  const act = useSave<Doing, Schemas['RequisitionsDone']>(
    OLD,
    (command, doing) => {
      const request = { ...command, body: { ids: chosen.map((row) => row.id) } };
      return doing === 'agree'
        ? read(api.POST('/api/requisitions/agreement', request))
        : doing === 'order'
          ? read(api.POST('/api/requisitions/order', request))
          : read(api.POST('/api/requisitions/drop', request));
    },
    () => setTicked({}),
  );
  const allCan = (action: Row['can'][number]) =>
    chosen.length > 0 && chosen.every((row) => row.can.includes(action));
  const unsold = chosen.find((row) => row.state === 'APPROVED' && row.supplierId === null);
  const orders = act.data?.orders ?? [];
  const all: Column<Row>[] = [
    {
      key: 'tick',
      title: '✓',
      width: '34px',
      cell: (row) => (
        <input
          type="checkbox"
          aria-label={t('low.tick', { number: row.number })}
          checked={row.id in ticked}
          disabled={row.can.length === 0}
          onClick={(event) => event.stopPropagation()}
          onChange={(event) => {
            const next = { ...ticked };
            if (event.target.checked) {
              next[row.id] = row;
            } else {
              delete next[row.id];
            }
            setTicked(next);
          }}
        />
      ),
    },
    {
      key: 'number',
      title: t('count.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '106px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      width: '86px',
      cell: (row) => t(`low.state.${row.state}`),
    },
    {
      key: 'name',
      title: t('item.item'),
      sort: 'ITEM',
      width: 'minmax(170px, 1.6fr)',
      cell: (row) => row.name,
    },
    {
      key: 'quantity',
      title: t('quantity'),
      sort: 'QUANTITY',
      narrow: { kind: 'NUMBER' },
      width: '96px',
      align: 'right',
      cell: (row) => <Amount value={row.quantity} unit={row.symbol} />,
    },
    {
      key: 'supplier',
      title: t('inbound.supplier'),
      sort: 'SUPPLIER',
      width: 'minmax(130px, 1.2fr)',
      cell: (row) => row.supplier ?? t('low.noSupplier'),
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (r) => r.site,
    },
    {
      key: 'source',
      title: t('low.because'),
      sort: 'SOURCE',
      narrow: { kind: 'TEXT' },
      width: '96px',
      cell: (row) => <Code>{row.source}</Code>,
    },
    {
      key: 'asked',
      title: t('low.asked'),
      sort: 'REQUESTED',
      narrow: { kind: 'MOMENT' },
      width: 'minmax(196px, 1fr)',
      cell: (row) => `${row.askedBy}, ${ago(row.asked)}`,
    },
    {
      key: 'order',
      title: t('low.orderTitle'),
      sort: 'ORDER',
      narrow: { kind: 'TEXT' },
      width: '100px',
      cell: (row) => <Code>{row.order}</Code>,
    },
  ];
  return (
    <Rail
      label={t('space.runningLow')}
      rooms={[['/office/running-low/requisitions', t('low.requisitions')]]}
    >
      <Room
        title={t('low.requisitions')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={list.only('STATE')}
              onChange={(next) => list.setOnly('STATE', next)}
              options={[
                ['', t('low.every')],
                ...STATES.map((one) => [one, t(`low.state.${one}`)] as const),
              ]}
            />
            <ListFilters list={list} columns={all} label={t('low.search')} elsewhere={['STATE']} />
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              {chosen.length > 0 && may && (
                <>
                  {unsold && (
                    <Box sx={{ alignSelf: 'center', color: 'text.secondary' }}>
                      {t('low.supplierFirst', { number: unsold.number })}
                    </Box>
                  )}
                  <Button
                    variant="outlined"
                    disabled={!allCan('CANCEL')}
                    onClick={() => act.mutate('drop')}
                  >
                    {t('low.drop', { count: chosen.length })}
                  </Button>
                  {mayAgree && (
                    <Button
                      variant="outlined"
                      disabled={!allCan('APPROVE')}
                      onClick={() => act.mutate('agree')}
                    >
                      {t('low.agree', { count: chosen.length })}
                    </Button>
                  )}
                  <Button
                    variant="contained"
                    disabled={!allCan('ORDER')}
                    loading={act.isPending}
                    onClick={() => act.mutate('order')}
                  >
                    {t('low.order', { count: chosen.length })}
                  </Button>
                </>
              )}
              {chosen.length === 0 && may && (
                <Button variant="contained" onClick={() => change({ open: 'new' })}>
                  {t('low.ask')}
                </Button>
              )}
            </Box>
          </>
        }
      >
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
        <Sheet<Row>
          name="requisitions"
          question={[question]}
          fetch={(offset, limit) =>
            read(
              api.GET('/api/requisitions', { params: { query: { ...question, offset, limit } } }),
            )
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          opened={value('open')}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={list.narrowed ? t('low.noMatch') : t('low.none')}
        />
      </Room>
      {value('open') === 'new' && (
        <SidePanel title={t('low.ask')} onClose={() => change({ open: null })}>
          <AskForm onDone={() => change({ open: null })} />
        </SidePanel>
      )}
      {Number(value('open')) > 0 && (
        <SupplierPanel
          key={value('open')}
          requisition={Number(value('open'))}
          onClose={() => change({ open: null })}
        />
      )}
    </Rail>
  );
}

function useSuppliers() {
  const suppliers = useQuery({
    queryKey: ['suppliers'],
    queryFn: () => read(api.GET('/api/suppliers')),
  });
  return (suppliers.data ?? []).filter((one) => one.active);
}

function AskForm({ onDone }: { onDone: () => void }) {
  const { t } = useTranslation();
  const sites = useSites().data ?? [];
  const suppliers = useSuppliers();
  const save = useSave(
    OLD,
    (command, body: Schemas['RequisitionEntry']) =>
      read(api.POST('/api/requisitions', { ...command, body })),
    onDone,
  );
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
        options={sites.map((one) => [String(one.id), one.name] as const)}
      />
      <Choice
        label={t('inbound.supplier')}
        value={form.entry.supplier}
        onChange={(supplier) => form.set({ supplier })}
        options={[
          ['', t('low.usual')],
          ...suppliers.map((one) => [String(one.id), one.name] as const),
        ]}
      />
    </Form>
  );
}

function SupplierPanel({ requisition, onClose }: { requisition: number; onClose: () => void }) {
  const { t } = useTranslation();
  const suppliers = useSuppliers();
  const card = useQuery({
    queryKey: ['requisitions', 'card', requisition],
    queryFn: () =>
      read(api.GET('/api/requisitions/{requisition}', { params: { path: { requisition } } })),
  });
  const row = card.data;
  const [supplier, setSupplier] = useState('');
  const save = useSave(OLD, (command, id: number) =>
    read(
      api.PUT('/api/requisitions/{requisition}/supplier', {
        params: { ...command.params, path: { requisition } },
        body: { supplier: id },
      }),
    ),
  );
  if (!row) {
    return (
      <SidePanel title={t('loading')} onClose={onClose}>
        <ProblemNote problem={card.error} />
      </SidePanel>
    );
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
            onSubmit={() => save.mutate(Number(supplier || row.supplierId))}
          >
            <Choice
              label={t('inbound.supplier')}
              value={supplier || String(row.supplierId ?? '')}
              onChange={setSupplier}
              options={[
                ...(row.supplierId ? [] : [['', t('low.noSupplier')] as const]),
                ...suppliers.map((one) => [String(one.id), one.name] as const),
              ]}
            />
          </Form>
        </Box>
      )}
    </SidePanel>
  );
}
