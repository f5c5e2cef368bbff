import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { Drop } from '../../kit/Drop';
import { count, date, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SheetFile } from '../../kit/SheetFile';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { SiteChoice } from '../../kit/SiteChoice';
import { useAddress } from '../../kit/useAddress';
import { AllocateMany } from './AllocateMany';
import { ComingFrame } from './ComingFrame';
import { Earnings } from './Earnings';
import { JobForm } from './JobForm';
import { OrderFile } from './OrderFile';
import { OutboundForm } from './OutboundForm';
import { OutboundPanel } from './OutboundPanel';
import { OutboundState } from './OutboundState';

type Row = Schemas['OutboundRow'];

const FILTERS = [
  'OPEN',
  'LATE',
  'SHORT',
  'ALLOCATED',
  'PICKING',
  'PACKED',
  'SHIPPED',
  'CANCELLED',
  'ALL',
] as const;

/** What leaves for customers and jobs: due, short, picked by whom, packed, gone. */
export function OutboundSpace() {
  const { t } = useTranslation();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const opened = value('open');
  const earnings = value('view') === 'earnings';
  const list = useList<'listOutboundOrders'>();
  const all = columns(t);
  const question = { filter, ...list.question };
  const counts = useQuery({
    queryKey: ['outbound', 'counts'],
    queryFn: () => read(api.GET('/api/outbound/counts')),
  });
  const counted = (one: (typeof FILTERS)[number]) => {
    const of = counts.data;
    const many: Partial<Record<typeof one, number>> = of
      ? {
          OPEN: of.open,
          LATE: of.late,
          SHORT: of.shortOnes,
          ALLOCATED: of.allocated,
          PICKING: of.picking,
          PACKED: of.packed,
        }
      : {};
    const word = t(`outbound.filter.${one}`);
    return many[one] === undefined ? word : `${word} (${count(many[one])})`;
  };
  const close = () => change({ open: null });
  return (
    <ComingFrame>
      <Room
        title={t('coming.outbound')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={filter}
              onChange={(next) => change({ filter: next, view: null })}
              options={FILTERS.map((one) => [one, counted(one)] as const)}
            />
            <SiteChoice value={list.only('SITE')} onChange={(next) => list.setOnly('SITE', next)} />
            <ListFilters list={list} columns={all} label={t('outbound.search')} />
            <Button
              variant={earnings ? 'outlined' : 'text'}
              aria-pressed={earnings}
              onClick={() => change({ view: earnings ? null : 'earnings' })}
            >
              {t('outbound.earnings')}
            </Button>
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <SheetFile path="outbound" question={question} />
              {may && (
                <>
                  <Drop label={t('outbound.more')}>
                    {(shut) => (
                      <Box onClick={shut} sx={{ display: 'grid' }}>
                        <Button onClick={() => change({ open: 'allocate' })}>
                          {t('outbound.allocateMany')}
                        </Button>
                        <Button onClick={() => change({ open: 'job' })}>
                          {t('outbound.addJob')}
                        </Button>
                        <Button onClick={() => change({ open: 'file' })}>
                          {t('outbound.fromFile')}
                        </Button>
                      </Box>
                    )}
                  </Drop>
                  <Button variant="contained" onClick={() => change({ open: 'new' })}>
                    {t('outbound.add')}
                  </Button>
                </>
              )}
            </Box>
          </>
        }
      >
        {earnings ? (
          <Earnings site={Number(list.only('SITE')) || undefined} />
        ) : (
          <Sheet<Row>
            name="outbound"
            question={['outbound', question]}
            fetch={(offset, limit) =>
              read(api.GET('/api/outbound', { params: { query: { ...question, offset, limit } } }))
            }
            columns={all}
            rowKey={(row) => String(row.id)}
            sorting={list.sorting}
            onSort={list.onSort}
            opened={opened}
            onOpen={(row) => change({ open: String(row.id) })}
            empty={list.narrowed ? t('outbound.noMatch') : t('outbound.none')}
          />
        )}
      </Room>
      {opened === 'new' && (
        <SidePanel title={t('outbound.add')} onClose={close} width={680}>
          <OutboundForm onDone={(saved) => change({ open: String(saved.id) })} />
        </SidePanel>
      )}
      {opened === 'job' && (
        <SidePanel title={t('outbound.addJob')} onClose={close}>
          <JobForm onDone={(saved) => change({ open: String(saved.id) })} />
        </SidePanel>
      )}
      {opened === 'file' && (
        <SidePanel title={t('outbound.file')} onClose={close} width={480}>
          <OrderFile
            path="/api/outbound/file"
            help={t('outbound.fileHelp')}
            columns="number, customer, site, needed, reference, item, quantity, pack, price, lot, minimum life, one lot"
            old="outbound"
          />
        </SidePanel>
      )}
      {opened === 'allocate' && (
        <SidePanel title={t('outbound.allocateMany')} onClose={close}>
          <AllocateMany />
        </SidePanel>
      )}
      {/^[0-9]+$/.test(opened) && (
        <OutboundPanel key={opened} order={Number(opened)} onClose={close} />
      )}
    </ComingFrame>
  );
}

function Exception({ children }: { children: React.ReactNode }) {
  return (
    <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
      {children}
    </Box>
  );
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('transfer.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '100px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'party',
      title: t('outbound.party'),
      sort: 'PARTY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(140px, 1.2fr)',
      cell: (row) => (row.kind === 'JOB' ? t('outbound.jobOf', { kit: row.party }) : row.party),
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      sort: 'STATE',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['ACCEPTED', t('outbound.state.ACCEPTED')],
          ['SHORT', t('outbound.state.SHORT')],
          ['ALLOCATED', t('outbound.state.ALLOCATED')],
          ['PICKING', t('outbound.state.PICKING')],
          ['PACKED', t('outbound.state.PACKED')],
          ['SHIPPED', t('outbound.state.SHIPPED')],
          ['DONE', t('outbound.state.DONE')],
          ['CANCELLED', t('outbound.state.CANCELLED')],
        ],
      },
      width: '122px',
      cell: (row) => <OutboundState state={row.state} />,
    },
    {
      key: 'late',
      title: t('transfer.late'),
      width: '108px',
      cell: (row) =>
        row.late > 0 && <Exception>{t('inbound.daysLate', { count: row.late })}</Exception>,
    },
    {
      key: 'site',
      title: t('outbound.from'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(132px, 1fr)',
      cell: (row) => row.site,
    },
    {
      key: 'picker',
      title: t('outbound.picker'),
      sort: 'PICKER',
      narrow: { kind: 'TEXT' },
      width: '98px',
      cell: (row) => row.picker ?? '',
    },
    {
      key: 'needed',
      title: t('outbound.needed'),
      sort: 'NEEDED',
      narrow: { kind: 'DAY' },
      width: '122px',
      cell: (row) => date(row.needed),
    },
    {
      key: 'lines',
      title: t('transfer.lines'),
      sort: 'LINES',
      narrow: { kind: 'NUMBER' },
      width: '56px',
      align: 'right',
      cell: (row) => count(row.lines),
    },
    {
      key: 'short',
      title: t('transfer.short'),
      sort: 'SHORT_LINES',
      narrow: { kind: 'NUMBER' },
      width: '56px',
      align: 'right',
      cell: (row) => row.shortLines > 0 && <Exception>{count(row.shortLines)}</Exception>,
    },
    {
      key: 'parcels',
      title: t('outbound.parcels'),
      sort: 'UNIT_LOADS',
      narrow: { kind: 'NUMBER' },
      width: '64px',
      align: 'right',
      cell: (row) => row.parcels > 0 && count(row.parcels),
    },
    {
      key: 'value',
      title: t('outbound.worth'),
      sort: 'VALUE',
      narrow: { kind: 'NUMBER' },
      width: '96px',
      align: 'right',
      cell: (row) => (row.value > 0 ? money(row.value) : '–'),
    },
  ];
}
