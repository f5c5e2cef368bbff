import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, count, date, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { AdviceFile } from './AdviceFile';
import { ComingFrame } from './ComingFrame';
import { RoadMatrix } from './RoadMatrix';
import { TransferForm } from './TransferForm';
import { TransferPanel } from './TransferPanel';
import { TransferState } from './TransferState';

type Row = Schemas['TransferRow'];

const FILTERS = ['OPEN', 'LATE', 'SHORT', 'IN_TRANSIT', 'MISSING', 'CLOSED', 'ALL'] as const;

/** What goes between our own sites: planned, late, short, on the road, missing. */
export function TransferSpace() {
  const { t } = useTranslation();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const opened = value('open');
  const routes = value('view') === 'routes';
  const list = useList<'listTransfers'>();
  const all = columns(t);
  const question = { filter, ...list.question };
  const counts = useQuery({
    queryKey: ['transfers', 'counts'],
    queryFn: () => read(api.GET('/api/transfers/counts')),
  });
  const counted = (one: (typeof FILTERS)[number]) => {
    const of = counts.data;
    const many = of
      ? {
          OPEN: of.open,
          LATE: of.late,
          SHORT: of.shortOnes,
          IN_TRANSIT: of.inTransit,
          MISSING: of.missing,
        }[one as 'OPEN']
      : undefined;
    const word = t(`transfer.filter.${one}`);
    return many === undefined ? word : `${word} (${count(many)})`;
  };
  return (
    <ComingFrame>
      <Room
        title={t('coming.transfers')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={filter}
              onChange={(next) => change({ filter: next, view: null })}
              options={FILTERS.map((one) => [one, counted(one)] as const)}
            />
            <SiteChoice value={list.only('SITE')} onChange={(next) => list.setOnly('SITE', next)} />
            <ListFilters list={list} columns={all} label={t('transfer.search')} />
            <Button
              variant={routes ? 'outlined' : 'text'}
              aria-pressed={routes}
              onClick={() => change({ view: routes ? null : 'routes' })}
            >
              {t('transfer.routes')}
            </Button>
            {may && (
              <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
                <Button onClick={() => change({ open: 'file' })}>{t('transfer.readAdvice')}</Button>
                <Button variant="contained" onClick={() => change({ open: 'new' })}>
                  {t('transfer.add')}
                </Button>
              </Box>
            )}
          </>
        }
      >
        {routes ? (
          <RoadMatrix
            onOpen={(from, to) =>
              change({
                view: null,
                filter: 'IN_TRANSIT',
                where: [`FROM:IS:${from}`, `TO:IS:${to}`],
              })
            }
          />
        ) : (
          <Sheet<Row>
            name="transfers"
            question={['transfers', question]}
            fetch={(offset, limit) =>
              read(api.GET('/api/transfers', { params: { query: { ...question, offset, limit } } }))
            }
            columns={all}
            rowKey={(row) => String(row.id)}
            sorting={list.sorting}
            onSort={list.onSort}
            opened={opened}
            onOpen={(row) => change({ open: String(row.id) })}
            empty={list.narrowed ? t('transfer.noMatch') : t('transfer.none')}
          />
        )}
      </Room>
      {opened === 'new' && (
        <SidePanel title={t('transfer.add')} onClose={() => change({ open: null })} width={640}>
          <TransferForm onDone={(saved) => change({ open: String(saved.id) })} />
        </SidePanel>
      )}
      {opened === 'file' && (
        <SidePanel
          title={t('transfer.readAdvice')}
          onClose={() => change({ open: null })}
          width={480}
        >
          <AdviceFile onOpen={(id) => change({ open: String(id), filter: 'ALL' })} />
        </SidePanel>
      )}
      {/^[0-9]+$/.test(opened) && (
        <TransferPanel
          key={opened}
          transfer={Number(opened)}
          onClose={() => change({ open: null })}
        />
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
      key: 'from',
      title: t('transfer.from'),
      sort: 'FROM',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.from,
    },
    {
      key: 'to',
      title: t('transfer.to'),
      sort: 'TO',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.to,
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      sort: 'STATE',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['PLANNED', t('transfer.state.PLANNED')],
          ['READY_TO_SEND', t('transfer.state.READY_TO_SEND')],
          ['IN_TRANSIT', t('transfer.state.IN_TRANSIT')],
          ['PARTLY_RECEIVED', t('transfer.state.PARTLY_RECEIVED')],
          ['CLOSED', t('transfer.state.CLOSED')],
        ],
      },
      width: '150px',
      cell: (row) => <TransferState state={row.state} />,
    },
    {
      key: 'late',
      title: t('transfer.late'),
      width: '95px',
      cell: (row) =>
        row.late > 0 && <Exception>{t('inbound.daysLate', { count: row.late })}</Exception>,
    },
    {
      key: 'wanted',
      title: t('transfer.wanted'),
      sort: 'WANTED',
      narrow: { kind: 'DAY' },
      width: '115px',
      cell: (row) => date(row.wanted),
    },
    {
      key: 'lines',
      title: t('transfer.lines'),
      sort: 'LINES',
      narrow: { kind: 'NUMBER' },
      width: '60px',
      align: 'right',
      cell: (row) => count(row.lines),
    },
    {
      key: 'short',
      title: t('transfer.short'),
      sort: 'SHORT_LINES',
      narrow: { kind: 'NUMBER' },
      width: '60px',
      align: 'right',
      cell: (row) => row.shortLines > 0 && <Exception>{count(row.shortLines)}</Exception>,
    },
    {
      key: 'road',
      title: t('transfer.road'),
      sort: 'IN_TRANSIT',
      narrow: { kind: 'NUMBER' },
      width: '60px',
      align: 'right',
      cell: (row) => row.roadLines > 0 && count(row.roadLines),
    },
    {
      key: 'missing',
      title: t('transfer.missing'),
      width: '85px',
      cell: (row) => row.missing && <Exception>{t('transfer.missing')}</Exception>,
    },
    {
      key: 'value',
      title: t('transfer.value'),
      sort: 'IN_TRANSIT_VALUE',
      narrow: { kind: 'NUMBER' },
      width: '100px',
      align: 'right',
      cell: (row) => (row.value > 0 ? money(row.value) : '–'),
    },
    {
      key: 'sent',
      title: t('transfer.lastSent'),
      sort: 'LAST_SENT',
      narrow: { kind: 'MOMENT' },
      width: '110px',
      spare: true,
      cell: (row) => row.lastSent && ago(row.lastSent),
    },
    {
      key: 'arrival',
      title: t('transfer.lastArrival'),
      sort: 'LAST_ARRIVAL',
      narrow: { kind: 'MOMENT' },
      width: '110px',
      spare: true,
      cell: (row) => row.lastArrival && ago(row.lastArrival),
    },
  ];
}
