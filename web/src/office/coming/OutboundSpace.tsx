import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { columnsOf, Exception } from '../../kit/columns';
import { Drop } from '../../kit/Drop';
import { count } from '../../kit/format';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { TickBar } from '../../kit/TickBar';
import { useList } from '../../kit/useList';
import { useTicks } from '../../kit/useTicks';
import { AllocateMany } from './AllocateMany';
import { Earnings } from './Earnings';
import { JobForm } from './JobForm';
import { Late } from './Late';
import { OrderFile } from './OrderFile';
import { OutboundForm } from './OutboundForm';
import { OutboundPanel } from './OutboundPanel';
import { OUTBOUND_STATES, OutboundState } from './OutboundState';

type Row = Schemas['OutboundRow'];

/** So many pick sheets come in one file. */
const MOST_SHEETS = 100;

const FILTERS = [
  'OPEN',
  'LATE',
  'SHORT',
  'COVERED',
  'ALLOCATED',
  'PICKING',
  'PACKED',
  'SHIPPED',
  'CANCELLED',
  'ALL',
] as const;

/** What leaves for customers and jobs: due, short, picked by whom, packed, gone. */
export function OutboundSpace() {
  const may = useMay('POST');
  const { value, change } = useAddress();
  const { id, open, close } = useOpened();
  const filter = useFilter(FILTERS);
  const earnings = value('view') === 'earnings';
  const list = useList<'listOutboundOrders'>();
  const ticks = useTicks<Row>();
  const { data } = useQuery(question('/api/outbound/counts'));
  return (
    <TableSpace
      title={t('coming.outbound')}
      name="outbound"
      list={list}
      search={t('outbound.search')}
      bySite
      hidden={[
        byItem(),
        {
          key: 'customer',
          title: t('outbound.customer'),
          sort: 'CUSTOMER',
          narrow: { kind: 'REFERENCE', of: 'CUSTOMER' },
        },
      ]}
      choices={
        <FilterChoice
          of={FILTERS}
          word={(one) => t(`outbound.filter.${one}`)}
          counts={
            data && {
              OPEN: data.open,
              LATE: data.late,
              SHORT: data.shortOnes,
              COVERED: data.covered,
              ALLOCATED: data.allocated,
              PICKING: data.picking,
              PACKED: data.packed,
            }
          }
        />
      }
      actions={
        <>
          <Button
            variant={earnings ? 'outlined' : 'text'}
            aria-pressed={earnings}
            onClick={() => change({ view: earnings ? null : 'earnings' })}
          >
            {t('outbound.earnings')}
          </Button>
          {may && (
            <>
              <Drop label={t('outbound.more')}>
                {(shut) => (
                  <Box onClick={shut} sx={{ display: 'grid' }}>
                    <Button onClick={() => open('allocate')}>{t('outbound.allocateMany')}</Button>
                    <Button onClick={() => open('job')}>{t('outbound.addJob')}</Button>
                    <Button onClick={() => open('file')}>{t('outbound.fromFile')}</Button>
                  </Box>
                )}
              </Drop>
              <Button variant="contained" onClick={() => open('new')}>
                {t('outbound.add')}
              </Button>
            </>
          )}
        </>
      }
      ticks={ticks}
      over={
        <TickBar ticks={ticks} most={MOST_SHEETS}>
          {(can) => (
            <Button
              component="a"
              variant="contained"
              disabled={!can}
              href={`/api/outbound/pick-sheets?orders=${[...ticks.ticked.keys()].join(',')}`}
              target="_blank"
              rel="noreferrer"
            >
              {t('outbound.pickSheets')}
            </Button>
          )}
        </TickBar>
      }
      rowKey={(row) => String(row.id)}
      instead={earnings && <Earnings site={Number(list.only('SITE')) || undefined} />}
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/outbound', query)}
      columns={columns()}
      file="outbound"
      none={t('outbound.none')}
      noMatch={t('outbound.noMatch')}
      panels={{
        new: {
          title: t('outbound.add'),
          width: 680,
          show: () => <OutboundForm onDone={(saved) => open(saved.id)} />,
        },
        job: {
          title: t('outbound.addJob'),
          show: () => <JobForm onDone={(saved) => open(saved.id)} />,
        },
        file: {
          title: t('outbound.file'),
          width: 480,
          show: () => (
            <OrderFile
              path="/api/outbound/file"
              help={t('outbound.fileHelp')}
              columns="number, customer, site, needed, reference, item, quantity, pack, price, lot, minimum life, one lot"
              old="outbound"
            />
          ),
        },
        allocate: { title: t('outbound.allocateMany'), show: () => <AllocateMany /> },
      }}
    >
      {id > 0 && <OutboundPanel key={id} order={id} onClose={close} />}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('transfer.number'), 100, { by: 'NUMBER' }),
    of.text('party', t('outbound.party'), 140, {
      by: 'PARTY',
      grow: 1.2,
      cell: (row) => (row.kind === 'JOB' ? t('outbound.jobOf', { kit: row.party }) : row.party),
    }),
    of.choice('state', t('transfer.stateTitle'), 122, (one) => t(`outbound.state.${one}`), {
      by: 'STATE',
      of: OUTBOUND_STATES,
      cell: (row) => <OutboundState state={row.state} />,
    }),
    of.shown('late', t('transfer.late'), 100, (row) => <Late days={row.late} />),
    of.site('site', t('outbound.from'), 124, { by: 'SITE', grow: 1 }),
    of.text('picker', t('outbound.picker'), 98, { by: 'PICKER' }),
    of.day('needed', t('outbound.needed'), 98, { by: 'NEEDED' }),
    of.count('lines', t('transfer.lines'), 56, { by: 'LINES' }),
    of.count('shortLines', t('transfer.short'), 56, {
      by: 'SHORT_LINES',
      cell: (row) => row.shortLines > 0 && <Exception>{count(row.shortLines)}</Exception>,
    }),
    of.count('parcels', t('outbound.parcels'), 64, { by: 'UNIT_LOADS', dash: true }),
    of.money('value', t('outbound.worth'), 96, { by: 'VALUE', dash: true, total: true }),
  ];
}
