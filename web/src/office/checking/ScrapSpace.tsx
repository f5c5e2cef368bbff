import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Bars } from '../../kit/Bars';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import { SheetFile } from '../../kit/SheetFile';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { daysAgo } from '../../kit/spans';
import { useAddress } from '../../kit/useAddress';
import { CheckingFrame } from './CheckingFrame';

type Row = Schemas['ScrapRow'];

const BY = ['ITEM', 'REASON', 'MONTH'] as const;
const BARS = 10;

/** What was scrapped, as a table and to look at: by item, by reason, by month. */
export function ScrapSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const by = (value('by') || 'REASON') as (typeof BY)[number];
  const days = Number(value('days')) || 365;
  const question = {
    by,
    site: value('site') ? Number(value('site')) : undefined,
    after: daysAgo(days),
    before: daysAgo(-1),
  };
  const rows = useQuery({
    queryKey: ['scrap', question],
    queryFn: () => read(api.GET('/api/scrap', { params: { query: question } })),
  });
  const list = rows.data ?? [];
  const total = list.reduce((sum, row) => sum + row.value, 0);
  return (
    <CheckingFrame>
      <Room
        title={t('checking.scrap')}
        tools={
          <>
            <Choice
              label={t('onHand.by')}
              value={by}
              onChange={(next) => change({ by: next })}
              options={BY.map((one) => [one, t(`scrap.by.${one}`)] as const)}
            />
            <Choice
              label={t('scrap.span')}
              value={String(days)}
              onChange={(next) => change({ days: next })}
              options={['30', '90', '365'].map(
                (one) => [one, t('usage.days', { count: Number(one) })] as const,
              )}
            />
            <SiteChoice value={value('site')} onChange={(next) => change({ site: next })} />
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <SheetFile path="scrap" question={question} />
              <Button
                variant="contained"
                component={Link}
                to="/office/checking/adjustments?open=new&why=SCRAP"
              >
                {t('scrap.add')}
              </Button>
            </Box>
          </>
        }
      >
        <ProblemNote problem={rows.error} />
        <Bars
          title={t('scrap.title', { value: money(total) })}
          bars={list
            .slice(0, BARS)
            .map((row) => ({ key: row.label, label: row.label, value: row.value }))}
        />
        <Sheet<Row>
          name="scrap"
          question={[question, rows.dataUpdatedAt]}
          fetch={(offset, limit) =>
            Promise.resolve({
              total: list.length,
              offset,
              rows: list.slice(offset, offset + limit),
            })
          }
          columns={[
            {
              key: 'label',
              title: t(`scrap.by.${by}`),
              width: 'minmax(220px, 2fr)',
              cell: (row) => row.label,
            },
            ...(by === 'ITEM' ? ofItems(t) : []),
            {
              key: 'times',
              title: t('scrap.times'),
              width: '80px',
              align: 'right',
              cell: (row) => count(row.times),
            },
            {
              key: 'value',
              title: t('adjust.value'),
              width: '110px',
              align: 'right',
              cell: (row) => money(row.value),
            },
          ]}
          rowKey={(row) => row.label + row.code}
          empty={t('scrap.none')}
        />
      </Room>
    </CheckingFrame>
  );
}

function ofItems(t: (key: string) => string): Column<Row>[] {
  return [
    {
      key: 'code',
      title: t('item.code'),
      width: '100px',
      cell: (row) => <Code>{row.code}</Code>,
    },
    {
      key: 'quantity',
      title: t('quantity'),
      width: '110px',
      align: 'right',
      cell: (row) => <Amount value={row.quantity} unit={row.symbol} />,
    },
  ];
}
