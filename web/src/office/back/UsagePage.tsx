import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { fonts } from '../../app/theme';
import { Amount } from '../../kit/Amount';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ColumnChoice } from '../../kit/ColumnChoice';
import { count, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import { SheetFile } from '../../kit/SheetFile';
import { useColumns, type Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { BackFrame } from './BackFrame';
import { PoolChoice } from './PoolChoice';
import { everyOf } from '../../kit/everyOf';

type Row = Schemas['UsageRow'];
type Sums = Schemas['UsageSums'];
type Pace = Row['pace'];

const PACES = everyOf<Schemas['UsageRow']['pace']>()(['MOVING', 'SLOW', 'DEAD', 'NONE']);

/** How goods are used: what came and went lately, how fast stock turns, what lies still. */
export function UsagePage() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const days = Number(value('days')) || 90;
  const sort = value('sort') || 'COST';
  const descending = value('asc') !== '1';
  const q = useDeferredValue(value('q'));
  const [sums, setSums] = useState<Sums>();
  const columns = useColumns('usage', columnsOf(t));
  const question = {
    days,
    pool: value('pool') ? Number(value('pool')) : undefined,
    pace: (value('pace') || undefined) as Pace | undefined,
    q: q || undefined,
    sort: sort as 'COST',
    descending,
  };
  return (
    <BackFrame>
      <Room
        title={t('lookingBack.usage')}
        tools={
          <>
            <Choice
              label={t('scrap.span')}
              value={String(days)}
              onChange={(next) => change({ days: next })}
              options={['30', '90', '365'].map(
                (one) => [one, t('usage.days', { count: Number(one) })] as const,
              )}
            />
            <Choice
              label={t('usage.paceTitle')}
              value={value('pace')}
              onChange={(next) => change({ pace: next })}
              options={[
                ['', t('usage.anyPace')],
                ...PACES.map((one) => [one, t(`usage.pace.${one}`)] as const),
              ]}
            />
            <PoolChoice value={value('pool')} onChange={(next) => change({ pool: next })} />
            <TextField
              label={t('value.search')}
              value={value('q')}
              onChange={(event) => change({ q: event.target.value })}
              sx={{ width: 170 }}
            />
            <Box sx={{ ml: 'auto', display: 'flex' }}>
              <ColumnChoice columns={columns} />
              <SheetFile path="usage" question={question} />
            </Box>
          </>
        }
      >
        {sums && <UsageLine sums={sums} days={days} />}
        <Sheet<Row>
          name="usage"
          question={[question]}
          fetch={async (offset, limit) => {
            const answer = await read(
              api.GET('/api/value/usage', { params: { query: { ...question, offset, limit } } }),
            );
            setSums(answer.sums);
            return answer.page;
          }}
          columns={columns.shown}
          rowKey={(row) => String(row.itemId)}
          sorting={{ by: sort, descending }}
          onSort={(next) => change({ sort: next.by, asc: next.descending ? null : '1' })}
          empty={t('value.none')}
        />
      </Room>
    </BackFrame>
  );
}

/** What all items come to. */
function UsageLine({ sums, days }: { sums: Sums; days: number }) {
  const { t } = useTranslation();
  const figures: [string, string][] = [
    [money(sums.cost), t('usage.costOf', { count: days })],
    [sums.turnover === null ? '–' : count(sums.turnover), t('usage.turnoverOf')],
    [money(sums.slowValue), t('usage.slowOf', { count: sums.slow })],
    [money(sums.deadValue), t('usage.deadOf', { count: sums.dead })],
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

function columnsOf(t: (key: string) => string): Column<Row>[] {
  const amount = (
    key: 'received' | 'used' | 'scrapped' | 'adjusted' | 'onHand',
    sort?: string,
  ): Column<Row> => ({
    key,
    title: t(`usage.${key}`),
    width: '98px',
    align: 'right',
    sort,
    cell: (row) => <Amount value={row[key]} unit={row.symbol} />,
  });
  return [
    { key: 'item', title: t('item.code'), width: '88px', cell: (row) => <Code>{row.item}</Code> },
    {
      key: 'name',
      title: t('item.name'),
      width: 'minmax(170px, 2fr)',
      sort: 'NAME',
      cell: (row) => <Link to={`/office/on-hand?open=item:${row.itemId}`}>{row.name}</Link>,
    },
    {
      key: 'category',
      title: t('item.category'),
      width: '120px',
      spare: true,
      cell: (row) => row.category,
    },
    amount('received', 'RECEIVED'),
    amount('used', 'USED'),
    amount('scrapped', 'SCRAPPED'),
    amount('adjusted', 'ADJUSTED'),
    {
      key: 'cost',
      title: t('usage.cost'),
      width: '104px',
      align: 'right',
      sort: 'COST',
      cell: (row) => (row.cost === 0 ? '–' : money(row.cost)),
    },
    { ...amount('onHand'), spare: true },
    {
      key: 'value',
      title: t('usage.value'),
      width: '104px',
      align: 'right',
      sort: 'VALUE',
      cell: (row) => (row.value === 0 ? '–' : money(row.value)),
    },
    {
      key: 'turnover',
      title: t('usage.turnover'),
      width: '82px',
      align: 'right',
      sort: 'TURNOVER',
      cell: (row) => (row.turnover === null ? '–' : count(row.turnover)),
    },
    {
      key: 'days',
      title: t('usage.daysOfStock'),
      width: '82px',
      align: 'right',
      sort: 'DAYS',
      cell: (row) => (row.daysOfStock === null ? '–' : count(row.daysOfStock)),
    },
    {
      key: 'pace',
      title: t('usage.paceTitle'),
      width: '90px',
      cell: (row) => t(`usage.pace.${row.pace}`),
    },
  ];
}
