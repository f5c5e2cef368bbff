import { useTheme } from '@mui/material/styles';
import { ChartsReferenceLine } from '@mui/x-charts/ChartsReferenceLine';
import { LineChart } from '@mui/x-charts/LineChart';
import { t } from '../../app/words';
import { fonts } from '../../app/theme';
import { count, date } from '../format';
import { ChartFigure } from './ChartFigure';

/** A course over days: how much there was at the end of each; null where it says nothing. */
export interface Course {
  key: string;
  label: string;
  /** Broken: it is not there yet, or would have been. */
  broken?: boolean;
  values: (number | null)[];
}

export interface Level {
  label: string;
  value: number;
  /** Whether it is named at the right, where another is close by. */
  atEnd?: boolean;
}

const HEIGHT = 230;

/**
 * Courses of stock drawn as steps, with levels across and days marked; as a table for those who would
 * rather read.
 */
export function StepChart({
  title,
  days,
  courses,
  levels = [],
  marks = [],
  width = 640,
}: {
  title: string;
  /** Plain days, one after the other. */
  days: readonly string[];
  courses: readonly Course[];
  levels?: readonly Level[];
  marks?: readonly { label: string; day: string }[];
  width?: number;
}) {
  const { house } = useTheme();
  // What a line is called can be read where a course runs through it.
  const named = {
    fontSize: 12,
    paintOrder: 'stroke',
    stroke: house.paper,
    strokeWidth: 4,
  } as const;
  const line = { stroke: house.faint, strokeDasharray: '2 4' };
  const at = (day: string) => new Date(`${day}T12:00:00`);
  return (
    <ChartFigure
      title={title}
      height={HEIGHT}
      headings={[t('low.day'), ...courses.map((course) => course.label)]}
      rows={days.map((day, i) => [
        date(day),
        ...courses.map(({ values }) => (values[i] === null ? '' : count(values[i]))),
      ])}
    >
      <LineChart
        width={width}
        height={HEIGHT}
        skipAnimation
        margin={{ left: 0, right: 12, top: 12, bottom: 0 }}
        xAxis={[
          {
            id: 'day',
            data: days.map(at),
            scaleType: 'time',
            valueFormatter: (day: Date) => date(day.toISOString().slice(0, 10)),
            tickNumber: 5,
          },
        ]}
        yAxis={[{ width: 48, min: Math.min(0, ...courses.flatMap(lowest)) }]}
        series={courses.map((course) => ({
          id: course.key,
          label: course.label,
          data: course.values,
          curve: 'stepAfter' as const,
          color: course.broken ? house.link : house.ink,
          showMark: false,
          valueFormatter: (value: number | null) => (value === null ? '' : count(value)),
        }))}
        hideLegend={courses.length < 2}
        sx={{
          '& .MuiLineElement-root': { strokeWidth: 2 },
          ...Object.fromEntries(
            courses
              .filter((course) => course.broken)
              .map((course) => [`& [data-series="${course.key}"]`, { strokeDasharray: '6 4' }]),
          ),
          '& text': { fontFamily: fonts.text },
        }}
      >
        {levels.map((level) => (
          <ChartsReferenceLine
            key={level.label}
            y={level.value}
            label={level.label}
            labelAlign={level.atEnd ? 'end' : 'start'}
            lineStyle={line}
            labelStyle={{ ...named, fill: house.faint }}
          />
        ))}
        {marks.map((mark) => (
          <ChartsReferenceLine
            key={mark.label}
            x={at(mark.day)}
            label={mark.label}
            lineStyle={{ stroke: house.brick }}
            labelStyle={{ ...named, fill: house.brick }}
          />
        ))}
      </LineChart>
    </ChartFigure>
  );
}

function lowest(course: Course): number[] {
  return course.values.filter((value) => value !== null);
}
