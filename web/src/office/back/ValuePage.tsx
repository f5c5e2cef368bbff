import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { fonts } from '../../app/theme';
import { Amount } from '../../kit/Amount';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count, date, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import { SheetFile } from '../../kit/SheetFile';
import type { Column } from '../../kit/sheetColumns';
import { endOf } from '../../kit/spans';
import { useAddress } from '../../kit/useAddress';
import { BackFrame } from './BackFrame';
import { PoolChoice } from './PoolChoice';

type Row = Schemas['ValueRow'];

const BY = ['SITE', 'CATEGORY', 'ITEM'] as const;

/** What stock is worth, now or at the end of a past day. */
export function ValuePage() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const by = (value('by') || 'SITE') as (typeof BY)[number];
  const day = value('at');
  const q = useDeferredValue(value('q'));
  const [total, setTotal] = useState<number>();
  const question = {
    by,
    at: day ? endOf(day) : undefined,
    pool: value('pool') ? Number(value('pool')) : undefined,
    category: value('category') || undefined,
    q: q || undefined,
  };
  return (
    <BackFrame>
      <Room
        title={t('lookingBack.value')}
        tools={
          <>
            <Choice
              label={t('onHand.by')}
              value={by}
              onChange={(next) => change({ by: next })}
              options={BY.map((one) => [one, t(`value.by.${one}`)] as const)}
            />
            <TextField
              label={t('value.asOf')}
              type="date"
              value={day}
              onChange={(event) => change({ at: event.target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <PoolChoice value={value('pool')} onChange={(next) => change({ pool: next })} />
            <TextField
              label={t('value.search')}
              value={value('q')}
              onChange={(event) => change({ q: event.target.value })}
              sx={{ width: 170 }}
            />
            <Box sx={{ ml: 'auto' }}>
              <SheetFile path="value" question={question} />
            </Box>
          </>
        }
      >
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1 }}>
          <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 40, lineHeight: 1 }}>
            {money(total)}
          </Box>
          <Box sx={{ color: 'text.secondary' }}>
            {day ? t('value.atEndOf', { day: date(day) }) : t('value.now')}
            {question.category && ` · ${question.category}`}
          </Box>
        </Box>
        <Sheet<Row>
          key={by}
          name="value"
          question={[question]}
          fetch={async (offset, limit) => {
            const answer = await read(
              api.GET('/api/value', { params: { query: { ...question, offset, limit } } }),
            );
            setTotal(answer.total);
            return answer.page;
          }}
          columns={columns(by, t, total ?? 0)}
          rowKey={(row) => String(row.id)}
          onOpen={(row) =>
            by === 'CATEGORY'
              ? change({ by: 'ITEM', category: row.label })
              : by === 'SITE' && row.id > 0
                ? change({ by: 'CATEGORY', pool: String(row.id) })
                : undefined
          }
          empty={t('value.none')}
        />
      </Room>
    </BackFrame>
  );
}

function columns(
  by: (typeof BY)[number],
  t: (key: string, values?: Record<string, unknown>) => string,
  total: number,
): Column<Row>[] {
  const item = by === 'ITEM';
  const share: Column<Row> = {
    key: 'share',
    title: t('value.share'),
    width: 'minmax(150px, 1fr)',
    cell: (row) => (
      <Box
        aria-hidden
        sx={{
          height: 10,
          width: `${total > 0 ? Math.max(0.5, (100 * row.value) / total) : 0}%`,
          bgcolor: 'text.primary',
        }}
      />
    ),
  };
  return [
    ...(item
      ? [
          {
            key: 'code',
            title: t('item.code'),
            width: '96px',
            cell: (row: Row) => <Code>{row.code}</Code>,
          },
        ]
      : []),
    {
      key: 'label',
      title: item ? t('item.name') : t(`value.by.${by}`),
      width: 'minmax(200px, 2fr)',
      cell: (row) => row.label || t('value.noCategory'),
    },
    ...(item
      ? [
          {
            key: 'method',
            title: t('value.method'),
            width: '130px',
            cell: (row: Row) => row.method && t(`value.methods.${row.method}`),
          },
          {
            key: 'quantity',
            title: t('quantity'),
            width: '110px',
            align: 'right' as const,
            cell: (row: Row) => <Amount value={row.quantity} unit={row.symbol} />,
          },
          {
            key: 'unitCost',
            title: t('value.each'),
            width: '100px',
            align: 'right' as const,
            cell: (row: Row) => money(row.unitCost),
          },
        ]
      : [
          {
            key: 'items',
            title: t('value.items'),
            width: '90px',
            align: 'right' as const,
            cell: (row: Row) => count(row.items),
          },
        ]),
    {
      key: 'value',
      title: t('adjust.value'),
      width: '130px',
      align: 'right',
      cell: (row) => money(row.value),
    },
    share,
  ];
}
