import Box from '@mui/material/Box';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { fonts } from '../../app/theme';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { count, money } from '../../kit/format';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { PoolChoice } from './PoolChoice';

type Row = Schemas['UsageRow'];
type Sums = Schemas['UsageSums'];

const TURNOVERS = everyOf<Row['turnover']>()(['MOVING', 'SLOW_MOVING', 'NON_MOVING', 'NO_STOCK']);

/** How goods are used: what came and went lately, how fast stock turns, what lies still. */
export function UsagePage() {
  const { value } = useAddress();
  const days = Number(value('days')) || 90;
  const list = useList();
  const sorting = list.sorting ?? { by: 'COST', descending: true };
  const [sums, setSums] = useState<Sums>();
  const turnover = (one: Row['turnover']) => t(`usage.turnover.${one}`);
  return (
    <TableSpace
      title={t('lookingBack.usage')}
      name="usage"
      choices={
        <>
          <AddressChoice
            name="days"
            label={t('usage.span')}
            start="90"
            options={optionsOf(['30', '90', '365'], (one) =>
              t('usage.days', { count: Number(one) }),
            )}
          />
          <AddressChoice
            name="turnover"
            label={t('usage.turnoverTitle')}
            options={optionsOf(TURNOVERS, turnover, t('usage.anyTurnover'))}
          />
          <PoolChoice />
          <AddressText name="q" label={t('value.search')} width={170} />
        </>
      }
      over={sums && <UsageLine sums={sums} days={days} />}
      question={{
        days,
        pool: value('pool') ? Number(value('pool')) : undefined,
        turnover: TURNOVERS.find((one) => one === value('turnover')),
        q: list.question.q,
        sort: sorting.by as 'COST',
        descending: sorting.descending,
      }}
      fetch={async (query) => {
        const answer = await get('/api/value/usage', query);
        setSums(answer.sums);
        return answer.page;
      }}
      columns={columns()}
      rowKey={(row) => String(row.itemId)}
      sorting={sorting}
      opens={false}
      file="usage"
      none={t('value.none')}
    />
  );
}

/** What all items come to. */
function UsageLine({ sums, days }: { sums: Sums; days: number }) {
  const figures: [string, string][] = [
    [money(sums.cost), t('usage.costOf', { count: days })],
    [sums.turnsAYear === null ? '–' : count(sums.turnsAYear), t('usage.turnsOf')],
    [money(sums.slowMovingValue), t('usage.slowOf', { count: sums.slowMoving })],
    [money(sums.nonMovingValue), t('usage.deadOf', { count: sums.nonMoving })],
  ];
  return (
    <Box component="dl" sx={{ display: 'flex', gap: 4, m: 0, mb: 1.5, flexWrap: 'wrap' }}>
      {figures.map(([figure, word]) => (
        <Box key={word} sx={{ display: 'flex', flexDirection: 'column-reverse' }}>
          <Box component="dt" sx={{ color: 'text.secondary' }}>
            {word}
          </Box>
          <Box
            component="dd"
            sx={{ m: 0, fontFamily: fonts.heading, fontWeight: 600, fontSize: 28, lineHeight: 1.1 }}
          >
            {figure}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.code('item', t('item.code'), 88),
    of.text('name', t('item.name'), 170, {
      sort: 'NAME',
      grow: 2,
      cell: (row) => <Link to={`/office/on-hand?open=item:${row.itemId}`}>{row.name}</Link>,
    }),
    of.text('category', t('item.category'), 120, { spare: true }),
    of.amount('received', t('usage.received'), 98, { sort: 'RECEIVED' }),
    of.amount('used', t('usage.used'), 98, { sort: 'USED' }),
    of.amount('scrapped', t('usage.scrapped'), 98, { sort: 'SCRAPPED' }),
    of.amount('adjusted', t('usage.adjusted'), 98, { sort: 'ADJUSTED' }),
    of.money('cost', t('usage.cost'), 104, { sort: 'COST', dash: true, total: true }),
    of.amount('onHand', t('usage.onHand'), 98, { spare: true }),
    of.money('value', t('usage.value'), 104, { sort: 'VALUE', dash: true, total: true }),
    of.count('turnsAYear', t('usage.turnsAYear'), 82, { sort: 'TURNS_A_YEAR' }),
    of.count('daysOfStock', t('usage.daysOfStock'), 82, { sort: 'DAYS' }),
    of.choice('turnover', t('usage.turnoverTitle'), 90, (one) => t(`usage.turnover.${one}`)),
  ];
}
