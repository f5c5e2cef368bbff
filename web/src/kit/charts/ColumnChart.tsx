import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { BarChart } from '@mui/x-charts/BarChart';
import { fonts } from '../../app/theme';
import { count } from '../format';
import { ChartFigure } from './ChartFigure';
import { fillOf, KeyWord, Patterns, type Pattern } from './patterns';

/** A part of each column: a value for each of them, above the line or below it. */
export interface ColumnPart {
  key: string;
  label: string;
  pattern: Pattern;
  values: readonly number[];
}

/** Columns side by side, each of parts that stand on one another. */
export function ColumnChart({
  title,
  about,
  labels,
  parts,
  write = count,
  height = 170,
}: {
  title: string;
  /** What a column is, above the first column of its table. */
  about: string;
  labels: readonly string[];
  parts: readonly ColumnPart[];
  /** How a value is written. */
  write?: (value: number) => string;
  height?: number;
}) {
  const { house } = useTheme();
  const tall = labels.some((label) => label.includes('\n'));
  return (
    <ChartFigure
      title={title}
      height={height}
      legend={
        parts.length > 1 &&
        parts.map((part) => (
          <KeyWord key={part.key} pattern={part.pattern}>
            {part.label}
          </KeyWord>
        ))
      }
      headings={[about, ...parts.map((part) => part.label)]}
      rows={labels.map((label, i) => [
        label.replace('\n', ': '),
        ...parts.map((part) => write(part.values[i])),
      ])}
    >
      <Box sx={{ height }}>
        <BarChart
          height={height}
          skipAnimation
          hideLegend
          margin={{ left: 0, right: 4, top: 8, bottom: 0 }}
          xAxis={[{ scaleType: 'band', data: [...labels], height: tall ? 48 : 32 }]}
          yAxis={[{ width: 64, tickNumber: 4, valueFormatter: (value: number) => short(value) }]}
          series={parts.map((part) => ({
            id: part.key,
            label: part.label,
            data: [...part.values],
            stack: 'all',
            color: fillOf(part.pattern),
            valueFormatter: (value: number | null) => (value === null ? '' : write(value)),
          }))}
          sx={{
            '& .MuiBarElement-root, & .MuiBarChart-element, & rect[fill^="url"]': {
              stroke: house.ink,
              strokeWidth: 1,
            },
            '& text': { fontFamily: fonts.text },
          }}
        >
          <Patterns />
        </BarChart>
      </Box>
    </ChartFigure>
  );
}

/** A figure of the scale: thousands where there are many. */
function short(value: number): string {
  return Math.abs(value) >= 10_000 ? `${count(value / 1000)}k` : count(value);
}
