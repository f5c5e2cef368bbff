import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, count, date, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
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

const FILTERS = ['OPEN', 'LATE', 'SHORT', 'ROAD', 'MISSING', 'CLOSED', 'ALL'] as const;

/** What goes between our own sites: planned, late, short, on the road, missing. */
export function TransferSpace() {
  const { t } = useTranslation();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const site = value('site');
  const words = value('q');
  const opened = value('open');
  const routes = value('view') === 'routes';
  const number = (name: string) => (value(name) ? Number(value(name)) : undefined);
  const question = useDeferredValue({
    filter,
    site: number('site'),
    from: number('from'),
    to: number('to'),
    q: words || undefined,
  });
  const counts = useQuery({
    queryKey: ['transfers', 'counts'],
    queryFn: () => read(api.GET('/api/transfers/counts')),
  });
  const counted = (one: (typeof FILTERS)[number]) => {
    const of = counts.data;
    const many = of
      ? { OPEN: of.open, LATE: of.late, SHORT: of.shortOnes, ROAD: of.road, MISSING: of.missing }[
          one as 'OPEN'
        ]
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
            <SiteChoice
              value={site}
              onChange={(next) => change({ site: next, from: null, to: null })}
            />
            <TextField
              label={t('transfer.search')}
              value={words}
              onChange={(event) => change({ q: event.target.value })}
              sx={{ width: 170 }}
            />
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
                filter: 'ROAD',
                site: null,
                from: String(from),
                to: String(to),
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
            columns={columns(t)}
            rowKey={(row) => String(row.id)}
            opened={opened}
            onOpen={(row) => change({ open: String(row.id) })}
            empty={words || site ? t('transfer.noMatch') : t('transfer.none')}
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
      width: '100px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'from',
      title: t('transfer.from'),
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.from,
    },
    { key: 'to', title: t('transfer.to'), width: 'minmax(120px, 1fr)', cell: (row) => row.to },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
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
      width: '115px',
      cell: (row) => date(row.wanted),
    },
    {
      key: 'lines',
      title: t('transfer.lines'),
      width: '60px',
      align: 'right',
      cell: (row) => count(row.lines),
    },
    {
      key: 'short',
      title: t('transfer.short'),
      width: '60px',
      align: 'right',
      cell: (row) => row.shortLines > 0 && <Exception>{count(row.shortLines)}</Exception>,
    },
    {
      key: 'road',
      title: t('transfer.road'),
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
      width: '100px',
      align: 'right',
      cell: (row) => (row.value > 0 ? money(row.value) : '–'),
    },
    {
      key: 'sent',
      title: t('transfer.lastSent'),
      width: '110px',
      spare: true,
      cell: (row) => row.lastSent && ago(row.lastSent),
    },
    {
      key: 'arrival',
      title: t('transfer.lastArrival'),
      width: '110px',
      spare: true,
      cell: (row) => row.lastArrival && ago(row.lastArrival),
    },
  ];
}
