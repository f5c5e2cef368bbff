import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { fonts } from '../../app/theme';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { date, money } from '../../kit/format';
import { endOf } from '../../kit/spans';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { PoolChoice } from './PoolChoice';
import { ValueByMonth } from './ValueByMonth';

const BY = ['SITE', 'CATEGORY', 'ITEM'] as const;
type By = (typeof BY)[number];

/** What stock is worth, now or at the end of a past day. */
export function ValuePage() {
  const { value, change } = useAddress();
  const by = (value('by') || 'SITE') as By;
  const day = value('at');
  const [total, setTotal] = useState<number>();
  const question = {
    by,
    at: day ? endOf(day) : undefined,
    pool: value('pool') ? Number(value('pool')) : undefined,
    category: value('category') || undefined,
    q: useList().question.q,
  };
  return (
    <TableSpace
      title={t('lookingBack.value')}
      name="value"
      memory={`value.${by}`}
      choices={
        <>
          <AddressChoice
            name="by"
            label={t('onHand.by')}
            options={optionsOf(BY, (one) => t(`value.by.${one}`))}
          />
          <AddressText name="at" label={t('value.asOf')} type="date" />
          <PoolChoice />
          <AddressText name="q" label={t('value.search')} width={170} />
        </>
      }
      over={
        <>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1 }}>
            <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 40, lineHeight: 1 }}>
              {money(total)}
            </Box>
            <Box sx={{ color: 'text.secondary' }}>
              {day ? t('value.atEndOf', { day: date(day) }) : t('value.now')}
              {question.category && ` · ${question.category}`}
            </Box>
          </Box>
          {!day && !question.category && !question.q && <ValueByMonth pool={question.pool} />}
        </>
      }
      question={question}
      fetch={async (query) => {
        const answer = await get('/api/value', query);
        setTotal(answer.total);
        return answer.page;
      }}
      columns={columns(by, total ?? 0)}
      onOpen={(row) =>
        by === 'CATEGORY'
          ? change({ by: 'ITEM', category: row.label })
          : by === 'SITE' && row.id > 0
            ? change({ by: 'CATEGORY', pool: String(row.id) })
            : undefined
      }
      file="value"
      none={t('value.none')}
    />
  );
}

function columns(by: By, total: number) {
  const of = columnsOf<Schemas['ValueRow']>();
  const label = of.text('label', by === 'ITEM' ? t('item.name') : t(`value.by.${by}`), 200, {
    grow: 2,
    cell: (row) => row.label || t('value.noCategory'),
  });
  const share = (row: Schemas['ValueRow']) => (
    <Box
      aria-hidden
      sx={{
        height: 10,
        width: `${total > 0 ? Math.max(0.5, (100 * row.value) / total) : 0}%`,
        bgcolor: 'text.primary',
      }}
    />
  );
  return [
    ...(by === 'ITEM'
      ? [
          of.code('code', t('item.code'), 96),
          label,
          of.choice('method', t('value.method'), 130, (one) => t(`value.methods.${one}`)),
          of.amount('quantity', t('quantity'), 110),
          of.money('unitCost', t('value.each'), 100),
        ]
      : [label, of.count('items', t('value.items'), 90)]),
    of.money('value', t('adjust.value'), 130, { total: true }),
    of.shown('share', t('value.share'), 150, share, { grow: 1 }),
  ];
}
