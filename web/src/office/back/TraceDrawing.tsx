import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTheme } from '@mui/material/styles';
import { useMemo, useState } from 'react';
import { t } from '../../app/words';
import { fonts } from '../../app/theme';
import { Choice } from '../../kit/Choice';
import { ChartFigure } from '../../kit/charts/ChartFigure';
import { fillOf, KeyWord, Patterns, type Pattern } from '../../kit/charts/patterns';
import { count, date } from '../../kit/format';
import { goodsName } from '../../kit/traceWords';
import {
  traceLayout,
  usualRows,
  type Trace,
  type TraceBand,
  type TraceLane,
  type TraceRow,
  type TraceRows,
} from './traceLayout';

const NAMES = 200;
/** Room before the first step, for what stands under it. */
const BEFORE = 60;
const AXIS = 118;
const WIDTHS = [14, 22, 34, 52, 80] as const;

const PATTERN_OF: Record<Trace['parts'][number]['role'], Pattern> = {
  SUBJECT: 'solid',
  COMPONENT: 'dots',
  PRODUCT: 'hatch',
};

function nameOf(row: TraceRow): string {
  if (row.job) {
    return t('trace.job', { number: row.job });
  }
  return row.name ?? t(`trace.places.${row.kind}`);
}

/**
 * The way of goods through time, drawn: places as rows, quantities as the width of bands, documents
 * below the steps at which bands split and join. It can be read as a table, and printed.
 */
export function TraceDrawing({ trace }: { trace: Trace }) {
  const [by, setBy] = useState<TraceRows>(() => usualRows(trace));
  const [zoom, setZoom] = useState(2);
  const layout = useMemo(() => traceLayout(trace, by), [trace, by]);
  const rowNamed = new Map(layout.rows.map((row) => [row.key, nameOf(row)]));
  const symbol = (part: number) => trace.parts[part].goods.symbol;
  const roles = [...new Set(trace.parts.map((part) => part.role))];
  const told = layout.bands.map((band) => {
    const step = layout.steps[band.step];
    return [
      date(step.at.slice(0, 10)),
      step.document ?? t(`kind.${step.kind}`),
      goodsName(trace.parts[band.part].goods),
      rowNamed.get(band.from)!,
      rowNamed.get(band.to)!,
      `${count(band.quantity)} ${symbol(band.part)}`,
    ] as const;
  });
  return (
    <ChartFigure
      title={t('trace.drawing')}
      height={Math.max(260, layout.height)}
      headings={[
        t('trace.head.when'),
        t('trace.head.document'),
        t('trace.head.goods'),
        t('trace.head.from'),
        t('trace.head.to'),
        t('quantity'),
      ]}
      rows={told}
      legend={
        <>
          {roles.length > 1 &&
            roles.map((role) => (
              <KeyWord key={role} pattern={PATTERN_OF[role]}>
                {t(`trace.role.${role}`)}
              </KeyWord>
            ))}
          <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center', displayPrint: 'none' }}>
            <Choice
              label={t('trace.rows')}
              value={by}
              onChange={(next) => setBy(next as TraceRows)}
              options={[
                ['PLACE', t('trace.byPlace')],
                ['SITE', t('trace.bySite')],
              ]}
            />
            <Button
              size="small"
              aria-label={t('trace.narrower')}
              disabled={zoom === 0}
              onClick={() => setZoom(zoom - 1)}
            >
              −
            </Button>
            <Button
              size="small"
              aria-label={t('trace.wider')}
              disabled={zoom === WIDTHS.length - 1}
              onClick={() => setZoom(zoom + 1)}
            >
              +
            </Button>
            <Button size="small" onClick={() => window.print()}>
              {t('trace.print')}
            </Button>
          </Box>
        </>
      }
    >
      <Drawing trace={trace} layout={layout} told={told} step={WIDTHS[zoom]} />
    </ChartFigure>
  );
}

function Drawing({
  trace,
  layout,
  told,
  step,
}: {
  trace: Trace;
  layout: ReturnType<typeof traceLayout>;
  told: readonly (readonly string[])[];
  step: number;
}) {
  const { house } = useTheme();
  const width = BEFORE + layout.steps.length * step + step;
  const x = (at: number) => BEFORE + (at + 0.5) * step;
  const pattern = (part: number) => fillOf(PATTERN_OF[trace.parts[part].role]);
  return (
    <Box sx={{ display: 'flex', border: 1, borderColor: 'divider', bgcolor: 'background.paper' }}>
      <svg width={NAMES} height={layout.height + AXIS} aria-hidden style={{ flex: 'none' }}>
        {layout.rows.map((row) => (
          <g key={row.key}>
            <line
              x1={0}
              x2={NAMES}
              y1={row.top - 6}
              y2={row.top - 6}
              stroke={house.faint}
              strokeOpacity={0.35}
            />
            <text x={8} y={row.top + 12} fontSize={14} fontWeight={600} fill={house.ink}>
              {shortened(nameOf(row), 25)}
              <title>{nameOf(row)}</title>
            </text>
            {row.site && row.height >= LOWEST_TWO && (
              <text x={8} y={row.top + 27} fontSize={12} fill={house.faint}>
                {shortened(row.site, 30)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <Box
        tabIndex={0}
        role="group"
        aria-label={t('trace.scrolled')}
        sx={{ overflowX: 'auto', flex: 1, minWidth: 0 }}
      >
        <svg
          width={width}
          height={layout.height + AXIS}
          role="img"
          aria-label={t('trace.drawn', { count: layout.steps.length })}
        >
          <Patterns />
          {layout.rows.map((row) => (
            <line
              key={row.key}
              x1={0}
              x2={width}
              y1={row.top - 6}
              y2={row.top - 6}
              stroke={house.faint}
              strokeOpacity={0.35}
            />
          ))}
          {layout.bands.map((band, i) => (
            <path
              key={i}
              d={crossing(band, x(band.step), step)}
              fill={house.kraft}
              fillOpacity={0.75}
              stroke={house.ink}
              strokeWidth={0.75}
            >
              <title>{told[i].join(' · ')}</title>
            </path>
          ))}
          {layout.rows.flatMap((row) =>
            row.lanes.map((lane) => (
              <path
                key={`${row.key} ${lane.part}`}
                d={area(lane, x, width)}
                fill={pattern(lane.part)}
                stroke={house.ink}
                strokeWidth={0.75}
              >
                <title>{`${nameOf(row)} · ${goodsName(trace.parts[lane.part].goods)}`}</title>
              </path>
            )),
          )}
          {layout.steps.map((one, i) => (
            <g key={i} transform={`translate(${x(i)} ${layout.height + 4}) rotate(-58)`}>
              <text
                fontSize={11}
                textAnchor="end"
                fill={house.ink}
                fontFamily={fonts.code}
                opacity={step < 14 && i % 2 ? 0 : 1}
              >
                {`${date(one.at.slice(0, 10))} ${one.document ?? t(`kind.${one.kind}`)}`}
              </text>
            </g>
          ))}
        </svg>
      </Box>
    </Box>
  );
}

const LOWEST_TWO = 30;

function shortened(text: string, most: number): string {
  return text.length <= most ? text : `${text.slice(0, most - 1)}…`;
}

/** How much there is from step to step, hanging from the upper edge of its lane; nothing where none is. */
function area(lane: TraceLane, x: (step: number) => number, width: number): string {
  const ends = lane.levels.map((_, step) => (step + 1 < lane.levels.length ? x(step + 1) : width));
  let path = '';
  lane.levels.forEach((level, step) => {
    const before = step > 0 ? lane.levels[step - 1] : 0;
    if (level > 0) {
      const from = step === 0 ? x(0) - BEFORE / 2 : x(step);
      path += before > 0 ? '' : `M${from},${lane.top}`;
      path += `L${from},${lane.top + level}L${ends[step]},${lane.top + level}`;
      const ended = step + 1 === lane.levels.length || lane.levels[step + 1] <= 0;
      path += ended ? `L${ends[step]},${lane.top}Z` : '';
    }
  });
  return path;
}

/** The band that leaves one row for another at a step. */
function crossing(band: TraceBand, x: number, step: number): string {
  const half = band.width / 2;
  const reach = Math.min(step * 0.45, 16);
  const [left, right] = [x - reach, x + reach];
  const edge = (shift: number) => ({
    from: `${left},${band.fromY + shift}`,
    bent: `${x},${band.fromY + shift} ${x},${band.toY + shift}`,
    to: `${right},${band.toY + shift}`,
    back: `${x},${band.toY + shift} ${x},${band.fromY + shift}`,
  });
  const [upper, lower] = [edge(-half), edge(half)];
  return `M${upper.from} C${upper.bent} ${upper.to} L${lower.to} C${lower.back} ${lower.from} Z`;
}
