import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { Amount } from '../../kit/Amount';
import { Bars } from '../../kit/Bars';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { useAddress } from '../../kit/useAddress';
import { Performance } from './Performance';

const TOP = 12;

/** What left for customers lately and what it earned: the best first, as bars and as a table. */
export function Earnings({ site }: { site?: number }) {
  const { value, change } = useAddress();
  const days = Number(value('days')) || 30;
  const rows = useQuery(question('/api/outbound/earnings', { days, site }));
  const all = rows.data ?? [];
  const sum = (of: (row: (typeof all)[number]) => number) =>
    all.reduce((before, row) => before + of(row), 0);
  const grid = {
    display: 'grid',
    gridTemplateColumns: '100px minmax(180px, 1fr) 110px 70px 100px 100px 100px 60px',
    gap: 1,
    py: 0.5,
    borderBottom: 1,
    borderColor: 'divider',
    '& > :nth-child(n+3)': { textAlign: 'right' },
  } as const;
  return (
    <Box sx={{ overflow: 'auto', pt: 1 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', mb: 1 }}>
        <Choice
          label={t('usage.span')}
          value={String(days)}
          onChange={(next) => change({ days: next })}
          options={['7', '30', '90', '365'].map(
            (one) => [one, t('usage.days', { count: Number(one) })] as const,
          )}
        />
        <Box>
          {t('outbound.sums', {
            sold: money(sum((row) => row.sold)),
            margin: money(sum((row) => row.margin)),
          })}
        </Box>
      </Box>
      <ProblemNote problem={rows.error} />
      {rows.data && all.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('outbound.nothingGone')}</Box>
      )}
      {all.length > 0 && (
        <>
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: 'repeat(auto-fit, minmax(420px, 1fr))',
              columnGap: 4,
            }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Performance days={days} site={site} />
            </Box>
            <Bars
              title={t('outbound.margin')}
              bars={all
                .slice(0, TOP)
                .map((row) => ({ key: row.item, label: row.name, value: row.margin }))}
            />
          </Box>
          <Box sx={{ ...grid, color: 'text.secondary', mt: 2 }}>
            <span />
            <span>{t('item.item')}</span>
            <span>{t('quantity')}</span>
            <span>{t('outbound.orders')}</span>
            <span>{t('outbound.sold')}</span>
            <span>{t('outbound.cost')}</span>
            <span>{t('outbound.margin')}</span>
            <span>%</span>
          </Box>
          {all.map((row) => (
            <Box key={row.itemId} sx={grid}>
              <Code>{row.item}</Code>
              <Link to={`/office/on-hand?open=item:${row.itemId}`}>{row.name}</Link>
              <Amount value={row.quantity} unit={row.symbol} />
              <span>{count(row.orders)}</span>
              <span>{money(row.sold)}</span>
              <span>{money(row.cost)}</span>
              <span>{money(row.margin)}</span>
              <span>{row.percent === null ? '–' : count(row.percent)}</span>
            </Box>
          ))}
        </>
      )}
    </Box>
  );
}
