import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressSite } from '../../kit/AddressFields';
import { Bars } from '../../kit/Bars';
import { columnsOf } from '../../kit/columns';
import { money } from '../../kit/format';
import { daysAgo } from '../../kit/spans';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';

type Row = Schemas['ScrapRow'];

const BY = ['ITEM', 'REASON', 'MONTH'] as const;
const BARS = 10;

/** What was scrapped, as a table and to look at: by item, by reason, by month. */
export function ScrapSpace() {
  const { value } = useAddress();
  const by = (value('by') || 'REASON') as (typeof BY)[number];
  const asked = {
    by,
    site: value('site') ? Number(value('site')) : undefined,
    after: daysAgo(Number(value('days')) || 365),
    before: daysAgo(-1),
  };
  const rows = useQuery(question('/api/scrap', asked));
  const list = rows.data ?? [];
  const of = columnsOf<Row>();
  return (
    <TableSpace
      title={t('checking.scrap')}
      name="scrap"
      memory={`scrap.${by}`}
      choices={
        <>
          <AddressChoice
            name="by"
            label={t('onHand.by')}
            start="REASON"
            options={optionsOf(BY, (one) => t(`scrap.by.${one}`))}
          />
          <AddressChoice
            name="days"
            label={t('scrap.span')}
            start="365"
            options={optionsOf(['30', '90', '365'], (one) =>
              t('usage.days', { count: Number(one) }),
            )}
          />
          <AddressSite />
        </>
      }
      actions={
        <Button
          variant="contained"
          component={Link}
          to="/office/checking/adjustments?open=new&why=SCRAP"
        >
          {t('scrap.add')}
        </Button>
      }
      over={
        <Bars
          title={t('scrap.title', { value: money(list.reduce((sum, row) => sum + row.value, 0)) })}
          bars={list
            .slice(0, BARS)
            .map((row) => ({ key: row.label, label: row.label, value: row.value }))}
        />
      }
      question={asked}
      rows={rows}
      columns={[
        of.text('label', t(`scrap.by.${by}`), 220, { grow: 2 }),
        ...(by === 'ITEM'
          ? [of.code('code', t('item.code'), 100), of.amount('quantity', t('quantity'), 110)]
          : []),
        of.count('times', t('scrap.times'), 80),
        of.money('value', t('adjust.value'), 110),
      ]}
      rowKey={(row) => row.label + row.code}
      opens={false}
      file="scrap"
      none={t('scrap.none')}
    />
  );
}
