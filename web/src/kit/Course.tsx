import { useTheme } from '@mui/material/styles';

const HEIGHT = 30;
const WIDTH = 300;

/** The last value that was told, up to each day; nothing before the first. */
function carried(values: readonly (number | null)[]): (number | null)[] {
  let last: number | null = null;
  return values.map((value) => (last = value ?? last));
}

/** A line of steps through values, as far as there are any. */
function steps(values: readonly (number | null)[], x: (day: number) => number, y: Scale): string {
  const path: string[] = [];
  carried(values).forEach((value, day) => {
    if (value !== null) {
      path.push(`${path.length ? 'L' : 'M'}${x(day)},${y(value)}L${x(day + 1)},${y(value)}`);
    }
  });
  return path.join('');
}

type Scale = (value: number) => number;

/**
 * A course over some days, small enough for a row, over that of the days before: in ink what is, in
 * broken lines what was. Who can't see it reads the figures beside it.
 */
export function Course({
  now,
  before,
  level,
}: {
  now: readonly (number | null)[];
  before: readonly (number | null)[];
  /** Whether it stands at something each day; otherwise each day is a bar of its own. */
  level: boolean;
}) {
  const { house } = useTheme();
  const all = [...now, ...before].filter((value) => value !== null);
  const most = Math.max(0, ...all);
  // A level that hardly moves is drawn by what moves of it, bars always from zero.
  const least = level ? Math.min(...all) : Math.min(0, ...all);
  const floor = level ? Math.max(Math.min(0, least), least - (most - least) * 0.15) : least;
  const span = most - floor || 1;
  const y: Scale = (value) => HEIGHT - 1 - ((value - floor) / span) * (HEIGHT - 2);
  const x = (day: number) => (day / Math.max(1, now.length)) * WIDTH;
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      style={{ display: 'block', width: '100%', height: HEIGHT }}
    >
      <line
        x1={0}
        x2={WIDTH}
        y1={HEIGHT - 0.5}
        y2={HEIGHT - 0.5}
        stroke={house.faint}
        strokeWidth={0.5}
      />
      {level ? (
        <path
          d={steps(now, x, y)}
          fill="none"
          stroke={house.ink}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ) : (
        now.map(
          (value, day) =>
            value !== null &&
            value !== 0 && (
              <rect
                key={day}
                x={x(day) + 1.5}
                width={x(1) - 3}
                y={Math.min(y(0), y(value))}
                height={Math.abs(y(0) - y(value))}
                fill={house.ink}
              />
            ),
        )
      )}
      <path
        d={steps(before, x, y)}
        fill="none"
        stroke={house.faint}
        strokeWidth={1}
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
