import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, count, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SidePanel } from '../../kit/SidePanel';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { CheckingFrame } from './CheckingFrame';
import { CountForm } from './CountForm';
import { CountState } from './CountState';

type Row = Schemas['CountRow'];

const FILTERS = ['OPEN', 'REVIEW', 'POSTED', 'ALL'] as const;

/** Every count: what is drawn up, being counted, in review, posted. */
export function CountSpace() {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const list = useList<'listCounts'>();
  const all = columns(t);
  const question = { filter, ...list.question };
  const numbers = useQuery({
    queryKey: ['counts', 'numbers'],
    queryFn: () => read(api.GET('/api/counts/numbers')),
  });
  const counted = (one: (typeof FILTERS)[number]) => {
    const many =
      one === 'OPEN' ? numbers.data?.open : one === 'REVIEW' ? numbers.data?.review : undefined;
    const word = t(`count.filter.${one}`);
    return many === undefined ? word : `${word} (${count(many)})`;
  };
  return (
    <CheckingFrame>
      <Room
        title={t('checking.counts')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={filter}
              onChange={(next) => change({ filter: next })}
              options={FILTERS.map((one) => [one, counted(one)] as const)}
            />
            <SiteChoice value={list.only('SITE')} onChange={(next) => list.setOnly('SITE', next)} />
            <ListFilters list={list} columns={all} label={t('count.search')} />
            {may && (
              <Box sx={{ ml: 'auto' }}>
                <Button variant="contained" onClick={() => change({ open: 'new' })}>
                  {t('count.add')}
                </Button>
              </Box>
            )}
          </>
        }
      >
        {may && (
          <Suspected
            many={numbers.data?.suspicions ?? 0}
            site={list.only('SITE')}
            onCount={() => change({ open: 'suspected' })}
          />
        )}
        <Sheet<Row>
          name="counts"
          question={['counts', question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/counts', { params: { query: { ...question, offset, limit } } }))
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          onOpen={(row) => void navigate(`/office/checking/counts/${row.id}`)}
          empty={list.narrowed ? t('count.noMatch') : t('count.none')}
        />
      </Room>
      {['new', 'suspected', 'items', 'place'].includes(value('open')) && (
        <SidePanel title={t('count.add')} onClose={() => change({ open: null })} width={600}>
          <CountForm
            key={value('open')}
            start={{
              site: value('site') || list.only('SITE') || undefined,
              suspected: value('open') === 'suspected',
              items: value('items'),
              places: value('places'),
            }}
            onDone={(card) => void navigate(`/office/checking/counts/${card.id}`)}
          />
        </SidePanel>
      )}
    </CheckingFrame>
  );
}

/** What people on the floor have said looks wrong. */
function Suspected({ many, site, onCount }: { many: number; site: string; onCount: () => void }) {
  const { t } = useTranslation();
  const suspicions = useQuery({
    queryKey: ['counts', 'suspicions', site],
    queryFn: () =>
      read(
        api.GET('/api/counts/suspicions', {
          params: { query: { site: site ? Number(site) : undefined } },
        }),
      ),
    enabled: many > 0,
  });
  const list = suspicions.data ?? [];
  if (list.length === 0) {
    return null;
  }
  return (
    <Box
      component="section"
      aria-label={t('count.suspected')}
      sx={{
        borderLeft: 6,
        borderColor: 'text.primary',
        bgcolor: 'background.paper',
        p: 1.5,
        mb: 1.5,
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
        <Box component="h2" sx={{ typography: 'h2', m: 0, flex: 1 }}>
          {t('count.suspectedTitle', { count: list.length })}
        </Box>
        <Button variant="outlined" onClick={onCount}>
          {t('count.haveCounted')}
        </Button>
      </Box>
      {list.slice(0, 4).map((one) => (
        <Box key={one.id} sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <Code strong>{one.place}</Code>
          <span>{one.site}</span>
          <span>
            {one.empty
              ? t('count.foundEmpty', { count: one.positions })
              : one.note || t('count.looksWrong')}
          </span>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {one.person}, {ago(one.at)}
          </Box>
        </Box>
      ))}
      {list.length > 4 && (
        <Box sx={{ color: 'text.secondary' }}>{t('count.andMore', { count: list.length - 4 })}</Box>
      )}
    </Box>
  );
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('count.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '98px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(116px, 1fr)',
      cell: (row) => row.site,
    },
    {
      key: 'method',
      title: t('count.methodTitle'),
      sort: 'METHOD',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['SPOT', t('counting.method.SPOT')],
          ['SWEEP', t('counting.method.SWEEP')],
          ['STOCK_TAKE', t('counting.method.STOCK_TAKE')],
        ],
      },
      width: '112px',
      cell: (row) => t(`counting.method.${row.method}`),
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      sort: 'STATE',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['PREPARED', t('count.state.PREPARED')],
          ['COUNTING', t('count.state.COUNTING')],
          ['IN_REVIEW', t('count.state.IN_REVIEW')],
          ['POSTED', t('count.state.POSTED')],
          ['CANCELLED', t('count.state.CANCELLED')],
        ],
      },
      width: '112px',
      cell: (row) => <CountState state={row.state} />,
    },
    {
      key: 'done',
      title: t('count.done'),
      width: '92px',
      align: 'right',
      cell: (row) =>
        row.slips > 0
          ? t('counting.progress', { done: count(row.done), slips: count(row.slips) })
          : '–',
    },
    {
      key: 'positions',
      title: t('count.positions'),
      sort: 'POSITIONS',
      narrow: { kind: 'NUMBER' },
      width: '80px',
      align: 'right',
      cell: (row) => (row.positions > 0 ? count(row.positions) : '–'),
    },
    {
      key: 'wrong',
      title: t('count.wrong'),
      sort: 'WRONG',
      narrow: { kind: 'NUMBER' },
      width: '60px',
      align: 'right',
      cell: (row) => (row.wrong > 0 ? count(row.wrong) : '–'),
    },
    {
      key: 'net',
      title: t('count.net'),
      sort: 'NET',
      narrow: { kind: 'NUMBER' },
      width: '84px',
      align: 'right',
      cell: (row) => (row.net === 0 ? '–' : money(row.net)),
    },
    {
      key: 'gross',
      title: t('count.gross'),
      sort: 'GROSS',
      narrow: { kind: 'NUMBER' },
      width: '84px',
      align: 'right',
      cell: (row) => (row.gross === 0 ? '–' : money(row.gross)),
    },
    {
      key: 'created',
      title: t('count.created'),
      sort: 'CREATED',
      narrow: { kind: 'MOMENT' },
      width: '112px',
      cell: (row) => ago(row.created),
    },
    {
      key: 'note',
      title: t('transfer.note'),
      sort: 'NOTE',
      narrow: { kind: 'TEXT' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.note || (row.unplanned ? t('count.unplanned') : ''),
    },
  ];
}
