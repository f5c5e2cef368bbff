import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { money } from '../../kit/format';

const WIDTH = 1000;
const HEIGHT = 110;
const BASE = 98;
const TALLEST = 88;

/**
 * Variances by value, the largest first, and what share of the whole they add up to: losses are
 * solid, gains are outlined. A bar opens its line.
 */
export function VarianceChart({
  count,
  chosen,
  onChoose,
}: {
  count: Schemas['CountCard'];
  chosen: string;
  onChoose: (result: number) => void;
}) {
  const { house } = useTheme();
  const chart = useQuery(question('/api/counts/{id}/chart', { id: count.id })).data;
  const most = chart?.bars[0]?.gross ?? 0;
  if (!chart || most === 0) {
    return null;
  }
  const step = WIDTH / Math.max(12, chart.bars.length + (chart.others > 0 ? 1 : 0));
  const height = (gross: number) => Math.max(2, (TALLEST * gross) / most);
  const line = chart.bars
    .map((bar, i) => `${(i + 0.5) * step},${BASE + 3 - (TALLEST * bar.cumulative) / chart.gross}`)
    .join(' ');
  return (
    <Box component="figure" sx={{ m: 0, mb: 1 }}>
      <Box component="figcaption" sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <b>{t('count.chart')}</b>
        <span>
          <Key solid /> {t('count.loss')}
        </span>
        <span>
          <Key /> {t('count.gain')}
        </span>
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {t('count.chartSum', { value: money(chart.gross) })}
          {chart.others > 0 &&
            ` · ${t('count.chartOthers', { count: chart.others, value: money(chart.othersGross) })}`}
        </Box>
      </Box>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        height={HEIGHT}
        preserveAspectRatio="none"
        role="group"
        aria-label={t('count.chart')}
      >
        <line x1="0" x2={WIDTH} y1={BASE + 3} y2={BASE + 3} stroke={house.ink} strokeWidth="1.5" />
        {chart.bars.map((bar, i) => (
          <rect
            key={bar.id}
            role="button"
            tabIndex={-1}
            aria-label={`${bar.label}: ${money(bar.value)}`}
            x={i * step + step * 0.14}
            width={step * 0.72}
            y={BASE + 3 - height(bar.gross)}
            height={height(bar.gross)}
            fill={bar.value < 0 ? house.ink : 'transparent'}
            stroke={house.ink}
            strokeWidth={String(bar.id) === chosen ? 5 : 1.5}
            vectorEffect="non-scaling-stroke"
            style={{ cursor: 'pointer' }}
            onClick={() => onChoose(bar.id)}
          >
            <title>{`${bar.label}: ${money(bar.value)}`}</title>
          </rect>
        ))}
        {chart.bars.length > 1 && (
          <polyline
            points={line}
            fill="none"
            stroke={house.link}
            strokeWidth="2"
            strokeDasharray="5 3"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
    </Box>
  );
}

function Key({ solid }: { solid?: boolean }) {
  return (
    <Box
      component="span"
      aria-hidden
      sx={{
        display: 'inline-block',
        width: 11,
        height: 11,
        border: '1.5px solid',
        bgcolor: solid ? 'text.primary' : 'transparent',
        verticalAlign: -1,
      }}
    />
  );
}
