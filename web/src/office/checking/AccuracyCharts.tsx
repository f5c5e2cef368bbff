import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import { t } from '../../app/words';
import { ColumnChart } from '../../kit/charts/ColumnChart';
import { count, money, months as named } from '../../kit/format';

/** How right the book was month by month, and what it was wrong by. */
export function AccuracyCharts({ days, site }: { days: number; site?: number }) {
  const months =
    useQuery(question('/api/count-programme/accuracy', { by: 'MONTH', days, site })).data ?? [];
  if (months.length < 2) {
    return null;
  }
  const labels = named(months.map((one) => one.label));
  const part = (sign: 1 | -1) => months.map((one) => (sign * one.gross + one.net) / 2);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fit, minmax(420px, 1fr))',
        columnGap: 4,
      }}
    >
      <ColumnChart
        title={t('accuracy.chart')}
        about={t('value.month')}
        labels={months.map((one, i) =>
          one.percent === null ? labels[i] : `${labels[i]}\n${count(one.percent)} %`,
        )}
        parts={[
          {
            key: 'within',
            label: t('accuracy.within'),
            pattern: 'outline',
            values: months.map((one) => one.within),
          },
          {
            key: 'outside',
            label: t('accuracy.outside'),
            pattern: 'solid',
            values: months.map((one) => one.counted - one.within),
          },
        ]}
      />
      <ColumnChart
        title={t('accuracy.causes')}
        about={t('value.month')}
        labels={labels}
        parts={[
          { key: 'gains', label: t('accuracy.gains'), pattern: 'outline', values: part(1) },
          { key: 'losses', label: t('accuracy.losses'), pattern: 'solid', values: part(-1) },
        ]}
        write={money}
      />
    </Box>
  );
}
