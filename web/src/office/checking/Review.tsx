import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { Drop } from '../../kit/Drop';
import { instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Sheet } from '../../kit/Sheet';
import type { Column, Sorting } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { VarianceChart } from './VarianceChart';
import { COUNTS } from './counts';

type Card = Schemas['CountCard'];
type Row = Schemas['CountResult'];

const SHOWS = [
  'UNDECIDED',
  'WRONG',
  'ALL',
  'RIGHT',
  'RECOUNT',
  'DECIDED',
  'DISTURBED',
  'STATED',
] as const;

/** What was counted against the book: the largest variance first, by value as a chart as well. */
export function Review({ count, opened }: { count: Card; opened: string }) {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const show = (value('show') || 'WRONG') as (typeof SHOWS)[number];
  const [sorting, setSorting] = useState<Sorting>({ by: 'GROSS', descending: true });
  const number = (name: string) =>
    value(name) && !Number.isNaN(Number(value(name))) ? Number(value(name)) : undefined;
  const question = useDeferredValue({
    show,
    q: value('q') || undefined,
    minQuantity: number('minQuantity'),
    minPercent: number('minPercent'),
    minValue: number('minValue'),
  });
  const narrow = (name: string, word: string) => (
    <TextField
      label={t(word)}
      value={value(name)}
      onChange={(event) => change({ [name]: event.target.value })}
      sx={{ width: 104 }}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
  return (
    <>
      <VarianceChart
        count={count}
        chosen={opened}
        onChoose={(id) => change({ open: String(id) })}
      />
      <Box sx={{ display: 'flex', gap: 1, mb: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Choice
          label={t('transfer.show')}
          value={show}
          onChange={(next) => change({ show: next })}
          options={SHOWS.map((each) => [each, t(`count.show.${each}`)] as const)}
        />
        {narrow('minQuantity', 'count.minQuantity')}
        {narrow('minPercent', 'count.minPercent')}
        {narrow('minValue', 'count.minMoney')}
        <TextField
          label={t('count.find')}
          value={value('q')}
          onChange={(event) => change({ q: event.target.value })}
          sx={{ width: 150 }}
        />
        {count.can.includes('DECIDE') && <Bulk count={count} question={question} />}
      </Box>
      <Sheet<Row>
        name="results"
        question={['counts', 'results', count.id, question, sorting, count.version]}
        fetch={(offset, limit) =>
          read(
            api.GET('/api/counts/{id}/results', {
              params: {
                path: { id: count.id },
                query: {
                  ...question,
                  sort: sorting.by as 'GROSS',
                  descending: sorting.descending,
                  offset,
                  limit,
                },
              },
            }),
          )
        }
        columns={columns(t)}
        sorting={sorting}
        onSort={setSorting}
        rowKey={(row) => String(row.id)}
        opened={opened}
        onOpen={(row) => change({ open: String(row.id) })}
        empty={t(
          show === 'WRONG' || show === 'UNDECIDED' ? 'count.nothingWrong' : 'count.noResults',
        )}
      />
    </>
  );
}

/** What is decided about everything that is shown, or all that is within tolerance. */
function Bulk({ count, question }: { count: Card; question: Schemas['QuestionEntry'] }) {
  const { t } = useTranslation();
  const rules = useQuery({
    queryKey: ['count-rules'],
    queryFn: () => read(api.GET('/api/count-programme/rules')),
  });
  const decide = useSave(COUNTS, (command, decision: 'ACCEPT' | 'LEAVE' | 'RECOUNT') =>
    read(
      api.POST('/api/counts/{id}/decisions', {
        params: { ...command.params, path: { id: count.id } },
        body: {
          decision,
          question,
        },
      }),
    ),
  );
  const byRule = useSave(COUNTS, (command, body: Schemas['ToleranceEntry']) =>
    read(
      api.POST('/api/counts/{id}/tolerance', {
        params: { ...command.params, path: { id: count.id } },
        body,
      }),
    ),
  );
  const set = rules.data;
  const limits = set
    ? [
        set.toleranceQuantity !== null && `${set.toleranceQuantity}`,
        set.tolerancePercent !== null && `${set.tolerancePercent} %`,
        set.toleranceValue !== null && money(set.toleranceValue),
      ].filter(Boolean)
    : [];
  return (
    <Box sx={{ display: 'flex', gap: 1, ml: 'auto', alignItems: 'center' }}>
      {set && limits.length > 0 && (
        <Button
          variant="outlined"
          loading={byRule.isPending}
          onClick={() =>
            byRule.mutate({
              quantity: set.toleranceQuantity ?? undefined,
              percent: set.tolerancePercent ?? undefined,
              value: set.toleranceValue ?? undefined,
            })
          }
        >
          {t('count.byRule', { limits: limits.join(', ') })}
        </Button>
      )}
      <Drop label={t('count.allShown')} variant="outlined">
        {(close) =>
          (['ACCEPT', 'LEAVE', 'RECOUNT'] as const).map((decision) => (
            <Button
              key={decision}
              onClick={() => {
                close();
                decide.mutate(decision);
              }}
            >
              {t(`count.doAll.${decision}`)}
            </Button>
          ))
        }
      </Drop>
      <ProblemNote problem={decide.error ?? byRule.error} />
    </Box>
  );
}

export function signed(value: number, written: string) {
  return value > 0 ? `+${written}` : written;
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  const wrong = (row: Row) => Number(row.variance) !== 0;
  return [
    {
      key: 'place',
      title: t('bin'),
      width: '96px',
      sort: 'PLACE',
      cell: (row) => <Code strong>{row.place}</Code>,
    },
    {
      key: 'item',
      title: t('item.item'),
      width: 'minmax(150px, 1fr)',
      sort: 'ITEM',
      cell: (row) => row.name,
    },
    {
      key: 'marks',
      title: t('count.marks'),
      width: '104px',
      cell: (row) => <Code>{row.serial ?? row.lot ?? row.load ?? ''}</Code>,
    },
    {
      key: 'book',
      title: t('count.book'),
      width: '70px',
      align: 'right',
      cell: (row) => quantity(row.book),
    },
    {
      key: 'counted',
      title: t('count.counted'),
      width: '76px',
      align: 'right',
      cell: (row) => (Number(row.counted) === 0 ? '0' : quantity(row.counted)),
    },
    {
      key: 'variance',
      title: t('count.variance'),
      width: '84px',
      align: 'right',
      sort: 'VARIANCE',
      cell: (row) =>
        wrong(row) ? <b>{signed(Number(row.variance), quantity(row.variance))}</b> : '–',
    },
    {
      key: 'percent',
      title: '%',
      width: '66px',
      align: 'right',
      sort: 'PERCENT',
      cell: (row) => (wrong(row) ? signed(row.percent, String(row.percent)) : '–'),
    },
    {
      key: 'value',
      title: t('count.value'),
      width: '92px',
      align: 'right',
      sort: 'GROSS',
      cell: (row) => (row.value === 0 ? '–' : signed(row.value, money(row.value))),
    },
    {
      key: 'decision',
      title: t('count.decision'),
      width: '118px',
      cell: (row) =>
        row.decision === 'UNDECIDED'
          ? wrong(row)
            ? row.disturbed
              ? t('count.disturbed')
              : row.rounds > 1
                ? t('count.settledIn', { round: row.round })
                : ''
            : t('count.right')
          : t(row.byRule ? 'count.decided.BY_RULE' : `count.decided.${row.decision}`),
    },
    {
      key: 'people',
      title: t('count.countedBy'),
      width: '110px',
      cell: (row) => row.people,
    },
    {
      key: 'moment',
      title: t('count.countedAt'),
      width: '140px',
      sort: 'MOMENT',
      cell: (row) => instant(row.moment),
    },
  ];
}
