import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { count as grouped, money, months } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { SiteChoice } from '../../kit/SiteChoice';
import { useAddress } from '../../kit/useAddress';
import { t, type Word } from '../../app/words';
import { AccuracyCharts } from './AccuracyCharts';

const BY = ['MONTH', 'SITE', 'AREA', 'CLASS', 'PERSON'] as const;
const DAYS = ['30', '90', '365'] as const;

/** How right the book was, in all counts that were posted. */
export function AccuracyPage() {
  const { value, change } = useAddress();
  const by = (value('by') || 'MONTH') as (typeof BY)[number];
  const days = (value('days') || '365') as (typeof DAYS)[number];
  const site = value('site');
  const accuracy = useQuery(
    question('/api/count-programme/accuracy', {
      by,
      days: Number(days),
      site: site ? Number(site) : undefined,
    }),
  );
  const rows = accuracy.data ?? [];
  return (
    <Room
      title={t('checking.accuracy')}
      tools={
        <>
          <Choice
            label={t('accuracy.by')}
            value={by}
            onChange={(next) => change({ by: next })}
            options={optionsOf(BY, (one) => t(`accuracy.of.${one}`))}
          />
          <Choice
            label={t('accuracy.over')}
            value={days}
            onChange={(next) => change({ days: next })}
            options={DAYS.map((one) => [one, t('accuracy.days', { count: Number(one) })] as const)}
          />
          <SiteChoice value={site} onChange={(next) => change({ site: next })} />
        </>
      }
    >
      <ProblemNote problem={accuracy.error} />
      {accuracy.data && rows.length === 0 && <Box sx={{ p: 2 }}>{t('accuracy.none')}</Box>}
      <AccuracyCharts days={Number(days)} site={site ? Number(site) : undefined} />
      {rows.length > 0 && (
        <Table
          rows={rows}
          label={t(`accuracy.of.${by}`)}
          said={by === 'MONTH' ? (month) => months([month])[0] : (label) => label}
        />
      )}
      <Box sx={{ color: 'text.secondary', mt: 1.5, pb: 2 }}>{t('accuracy.means')}</Box>
    </Room>
  );
}

function Table({
  rows,
  label,
  said,
}: {
  rows: Schemas['CountAccuracy'][];
  label: string;
  /** How what a row is of is said. */
  said: (label: string) => string;
}) {
  const cell = { py: 0.75, px: 1, textAlign: 'right' } as const;
  const words = ['right', 'counted', 'within', 'countedValue', 'net', 'gross', 'grossPercent'];
  return (
    <Box component="table" sx={{ borderCollapse: 'collapse', bgcolor: 'background.paper' }}>
      <thead>
        <tr>
          <Box component="th" scope="col" sx={{ ...cell, textAlign: 'left' }}>
            {label}
          </Box>
          {words.map((word) => (
            <Box
              component="th"
              scope="col"
              key={word}
              sx={{ ...cell, ...(word === 'right' && { minWidth: 300, textAlign: 'left' }) }}
            >
              {t(`accuracy.${word}` as Word)}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Box component="tr" key={row.label} sx={{ borderTop: 1, borderColor: 'divider' }}>
            <Box
              component="th"
              scope="row"
              sx={{ ...cell, textAlign: 'left', whiteSpace: 'nowrap' }}
            >
              {said(row.label)}
            </Box>
            <Box component="td" sx={{ ...cell, textAlign: 'left' }}>
              <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
                <Box sx={{ width: 66, fontSize: 19, fontWeight: 700, textAlign: 'right' }}>
                  {row.percent === null ? '–' : `${grouped(row.percent)} %`}
                </Box>
                <Box sx={{ flex: 1, height: 10, border: '1px solid currentColor' }} aria-hidden>
                  <Box sx={{ height: 1, width: `${row.percent ?? 0}%`, bgcolor: 'text.primary' }} />
                </Box>
              </Box>
            </Box>
            <Box component="td" sx={cell}>
              {grouped(row.counted)}
            </Box>
            <Box component="td" sx={cell}>
              {grouped(row.within)}
            </Box>
            <Box component="td" sx={cell}>
              {money(row.countedValue)}
            </Box>
            <Box component="td" sx={cell}>
              {row.net === 0 ? '–' : money(row.net)}
            </Box>
            <Box component="td" sx={cell}>
              {row.gross === 0 ? '–' : money(row.gross)}
            </Box>
            <Box component="td" sx={cell}>
              {row.grossPercent === null ? '–' : `${grouped(row.grossPercent)} %`}
            </Box>
          </Box>
        ))}
      </tbody>
    </Box>
  );
}
