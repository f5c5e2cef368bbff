import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { t } from '../../app/words';
import { get, post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { Code } from '../../kit/Code';
import { Drop } from '../../kit/Drop';
import { money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Sheet } from '../../kit/Sheet';
import { columnsOf, type Sorting } from '../../kit/columns';
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

const NARROWED = [
  ['minQuantity', 'count.minQuantity'],
  ['minPercent', 'count.minPercent'],
  ['minValue', 'count.minMoney'],
] as const;

/** What was counted against the book: the largest variance first, by value as a chart as well. */
export function Review({ count, opened }: { count: Card; opened: string }) {
  const { value, change } = useAddress();
  const show = (value('show') || 'WRONG') as (typeof SHOWS)[number];
  const [sorting, setSorting] = useState<Sorting>({ by: 'GROSS', descending: true });
  const number = (name: string) =>
    value(name) && !Number.isNaN(Number(value(name))) ? Number(value(name)) : undefined;
  const shown = useDeferredValue({
    show,
    q: value('q') || undefined,
    minQuantity: number('minQuantity'),
    minPercent: number('minPercent'),
    minValue: number('minValue'),
  });
  return (
    <>
      <VarianceChart
        count={count}
        chosen={opened}
        onChoose={(id) => change({ open: String(id) })}
      />
      <Box sx={{ display: 'flex', gap: 1, mb: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <AddressChoice
          name="show"
          label={t('transfer.show')}
          start="WRONG"
          options={optionsOf(SHOWS, (one) => t(`count.show.${one}`))}
        />
        {NARROWED.map(([name, word]) => (
          <AddressText key={name} name={name} label={t(word)} type="decimal" width={104} />
        ))}
        <AddressText name="q" label={t('count.find')} width={150} />
        {count.can.includes('DECIDE') && <Bulk count={count} shown={shown} />}
      </Box>
      <Sheet
        name="results"
        question={{ ...shown, sort: sorting.by as 'GROSS', descending: sorting.descending }}
        dependsOn={[count.id, count.version]}
        fetch={(query) => get('/api/counts/{id}/results', { id: count.id, ...query })}
        columns={columns(count.state === 'POSTED')}
        sorting={sorting}
        onSort={setSorting}
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
function Bulk({ count, shown }: { count: Card; shown: Schemas['QuestionEntry'] }) {
  const rules = useQuery(question('/api/count-programme/rules'));
  const decide = useSave(COUNTS, (command, decision: 'ACCEPT' | 'LEAVE' | 'RECOUNT') =>
    post('/api/counts/{id}/decisions', { id: count.id })(command, { decision, question: shown }),
  );
  const byRule = useSave(COUNTS, post('/api/counts/{id}/tolerance', { id: count.id }));
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

function columns(posted: boolean) {
  const of = columnsOf<Row>();
  const wrong = (row: Row) => Number(row.variance) !== 0;
  const decision = (row: Row) =>
    row.decision !== 'UNDECIDED'
      ? t(row.byRule ? 'count.decided.BY_RULE' : `count.decided.${row.decision}`)
      : !wrong(row)
        ? t('count.right')
        : row.disturbed
          ? t('count.disturbed')
          : row.rounds > 1
            ? t('count.settledIn', { round: row.round })
            : '';
  return [
    of.number('place', t('bin'), 96, { sort: 'PLACE' }),
    of.text('name', t('item.item'), 150, { sort: 'ITEM', grow: 1 }),
    of.shown('marks', t('count.marks'), 104, (row) => (
      <Code>{row.serial ?? row.lot ?? row.load ?? ''}</Code>
    )),
    of.amount('book', t('count.book'), 70, { cell: (row) => quantity(row.book) }),
    of.amount('counted', t('count.counted'), 76, {
      cell: (row) => (Number(row.counted) === 0 ? '0' : quantity(row.counted)),
    }),
    of.amount('variance', t('count.variance'), 84, {
      sort: 'VARIANCE',
      cell: (row) =>
        wrong(row) ? <b>{signed(Number(row.variance), quantity(row.variance))}</b> : '–',
    }),
    of.count('percent', '%', 66, {
      sort: 'PERCENT',
      cell: (row) => (wrong(row) ? signed(row.percent, String(row.percent)) : '–'),
    }),
    of.money('value', t('count.value'), 92, {
      sort: 'GROSS',
      cell: (row) => (row.value === 0 ? '–' : signed(row.value, money(row.value))),
    }),
    posted
      ? of.amount('posted', t('count.posted'), 118, {
          cell: (row) =>
            row.posted !== null && Number(row.posted) !== 0
              ? signed(Number(row.posted), quantity(row.posted))
              : wrong(row)
                ? t('count.notPosted')
                : t('count.right'),
        })
      : of.shown('decision', t('count.decision'), 118, decision),
    of.text('people', t('count.countedBy'), 110),
    of.ago('moment', t('count.countedAt'), 110, { sort: 'MOMENT' }),
  ];
}
