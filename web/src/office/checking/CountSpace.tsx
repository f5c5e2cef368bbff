import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { ago, count } from '../../kit/format';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { CountForm } from './CountForm';
import { CountState } from './CountState';

type Row = Schemas['CountRow'];

const FILTERS = ['OPEN', 'REVIEW', 'POSTED', 'ALL'] as const;
const METHODS = ['SPOT', 'SWEEP', 'STOCK_TAKE'] as const;
const STATES = ['PREPARED', 'COUNTING', 'IN_REVIEW', 'POSTED', 'CANCELLED'] as const;
/** What a new count may begin with. */
const STARTS = ['new', 'suspected', 'items', 'place'] as const;

/** Every count: what is drawn up, being counted, in review, posted. */
export function CountSpace() {
  const navigate = useNavigate();
  const may = useMay('POST');
  const { value } = useAddress();
  const { opened, open } = useOpened();
  const filter = useFilter(FILTERS);
  const list = useList<'listCounts'>();
  const { data } = useQuery(question('/api/counts/numbers'));
  const toCount = ({ id }: { id: number }) => void navigate(`/office/checking/counts/${id}`);
  const panel = {
    title: t('count.add'),
    width: 600,
    show: () => (
      <CountForm
        start={{
          site: value('site') || list.only('SITE') || undefined,
          suspected: opened === 'suspected',
          items: value('items'),
          places: value('places'),
        }}
        onDone={toCount}
      />
    ),
  };
  return (
    <TableSpace
      title={t('checking.counts')}
      name="counts"
      list={list}
      search={t('count.search')}
      bySite
      choices={
        <FilterChoice
          of={FILTERS}
          word={(one) => t(`count.filter.${one}`)}
          counts={data && { OPEN: data.open, REVIEW: data.review }}
        />
      }
      actions={
        may && (
          <Button variant="contained" onClick={() => open('new')}>
            {t('count.add')}
          </Button>
        )
      }
      over={
        may && (
          <Suspected
            many={data?.suspicions ?? 0}
            site={list.only('SITE')}
            onCount={() => open('suspected')}
          />
        )
      }
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/counts', query)}
      columns={columns()}
      onOpen={toCount}
      none={t('count.none')}
      noMatch={t('count.noMatch')}
      panels={Object.fromEntries(STARTS.map((start) => [start, panel]))}
    />
  );
}

/** What people on the floor have said looks wrong. */
function Suspected({ many, site, onCount }: { many: number; site: string; onCount: () => void }) {
  const suspicions = useQuery({
    ...question('/api/counts/suspicions', { site: site ? Number(site) : undefined }),
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

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('count.number'), 98, { by: 'NUMBER' }),
    of.site('site', t('site'), 116, { by: 'SITE', grow: 1 }),
    of.choice('method', t('count.methodTitle'), 112, (one) => t(`counting.method.${one}`), {
      by: 'METHOD',
      of: METHODS,
    }),
    of.choice('state', t('transfer.stateTitle'), 112, (one) => t(`count.state.${one}`), {
      by: 'STATE',
      of: STATES,
      cell: (row) => <CountState state={row.state} />,
    }),
    of.count('done', t('count.done'), 92, {
      cell: (row) =>
        row.slips > 0
          ? t('counting.progress', { done: count(row.done), slips: count(row.slips) })
          : '–',
    }),
    of.count('positions', t('count.positions'), 80, { by: 'POSITIONS', dash: true }),
    of.count('wrong', t('count.wrong'), 60, { by: 'WRONG', dash: true }),
    of.money('net', t('count.net'), 84, { by: 'NET', dash: true, total: true }),
    of.money('gross', t('count.gross'), 84, { by: 'GROSS', dash: true, total: true }),
    of.ago('created', t('count.created'), 112, { by: 'CREATED' }),
    of.text('note', t('transfer.note'), 120, {
      by: 'NOTE',
      grow: 1,
      cell: (row) => row.note || (row.unplanned ? t('count.unplanned') : ''),
    }),
  ];
}
