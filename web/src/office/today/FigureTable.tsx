import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import { t } from '../../app/words';
import { fonts } from '../../app/theme';
import { Course } from '../../kit/Course';
import { date } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import {
  change,
  FIGURES,
  saidWith,
  written,
  type Figure,
  type FigureKind,
  type FigureRow,
} from './figures';

/** The figures of the day: what they are, their course over thirty days, and what they were. */
export function FigureTable({ site, only }: { site?: number; only?: readonly FigureKind[] }) {
  const answer = useQuery({ ...question('/api/today/figures', { site }), staleTime: 60_000 });
  const [byDay, setByDay] = useState(false);
  const of = (kind: FigureKind | undefined) =>
    answer.data?.figures.find((one) => one.kind === kind);
  const rows = FIGURES.filter((row) => !only || only.includes(row.kind));
  if (answer.isError) {
    return <ProblemNote problem={answer.error} />;
  }
  return (
    <Box component="section" aria-label={t('today.figures')} sx={{ maxWidth: 1240 }}>
      {byDay && answer.data ? (
        <Days days={answer.data.days} rows={rows} of={of} />
      ) : (
        <Box
          component="table"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            '& th, & td': { borderBottom: 1, borderColor: 'divider', py: 0, pr: 3 },
            '& th': { textAlign: 'left', fontWeight: 400 },
            '& thead th': { color: 'text.secondary', fontSize: 14, py: 0 },
          }}
        >
          <thead>
            <tr>
              <th scope="col">{t('today.figure')}</th>
              <th scope="col" style={{ textAlign: 'right' }}>
                {t('today.now')}
              </th>
              <th scope="col">{t('today.course')}</th>
              <th scope="col">{t('today.before')}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Row key={row.kind} row={row} figure={of(row.kind)} also={of(row.also)} />
            ))}
          </tbody>
        </Box>
      )}
      <Button
        size="small"
        aria-pressed={byDay}
        disabled={!answer.data}
        onClick={() => setByDay(!byDay)}
      >
        {t('today.byDay')}
      </Button>
    </Box>
  );
}

function Row({ row, figure, also }: { row: FigureRow; figure?: Figure; also?: Figure }) {
  const { kind } = row;
  return (
    <Box component="tr" sx={{ height: 36 }}>
      <Box component="th" scope="row" sx={{ whiteSpace: 'nowrap', fontSize: 17 }}>
        <Link to={`/office/${row.to}`}>{t(row.word)}</Link>
      </Box>
      <Box component="td" sx={{ whiteSpace: 'nowrap', textAlign: 'right' }}>
        <Box component="span" sx={{ color: 'text.secondary', pr: 1.5 }}>
          {also && saidWith(also.kind, also.now)}
        </Box>
        <Box component="span" sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 25 }}>
          {figure ? written(kind, figure.now) : '…'}
        </Box>
      </Box>
      <Box component="td" sx={{ width: '40%' }}>
        {figure && <Course now={figure.course} before={figure.courseBefore} level={row.level} />}
      </Box>
      <Box component="td" sx={{ whiteSpace: 'nowrap', color: 'text.secondary' }}>
        {figure && written(kind, figure.before)}{' '}
        <Box component="span" sx={{ color: 'text.primary' }}>
          {figure && change(kind, figure.now, figure.before)}
        </Box>
        <Box component="span" sx={{ pl: 1.5 }}>
          {also && saidWith(also.kind, also.before)}
        </Box>
      </Box>
    </Box>
  );
}

/** The same for those who would rather read: a row a day, the last first. */
function Days({
  days,
  rows,
  of,
}: {
  days: readonly string[];
  rows: readonly FigureRow[];
  of: (kind: FigureKind | undefined) => Figure | undefined;
}) {
  const columns = rows.flatMap((row) =>
    [row.kind, row.also].flatMap((kind) => (kind ? [kind] : [])),
  );
  return (
    <Box
      sx={{ maxHeight: 290, overflow: 'auto' }}
      tabIndex={0}
      role="region"
      aria-label={t('today.byDay')}
    >
      <Box
        component="table"
        sx={{
          borderSpacing: '16px 2px',
          '& td': { textAlign: 'right', whiteSpace: 'nowrap' },
          '& th': { textAlign: 'left', whiteSpace: 'nowrap' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t('low.day')}</th>
            {columns.map((kind) => (
              <th key={kind} scope="col">
                {t(`today.kind.${kind}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {days
            .map((day, i) => (
              <tr key={day}>
                <th scope="row">{date(day)}</th>
                {columns.map((kind) => (
                  <td key={kind}>{written(kind, of(kind)?.course[i] ?? null)}</td>
                ))}
              </tr>
            ))
            .reverse()}
        </tbody>
      </Box>
    </Box>
  );
}
