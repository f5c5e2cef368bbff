import { useTheme } from '@mui/material/styles';
import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { fonts } from '../../app/theme';
import { ChartFigure } from '../../kit/charts/ChartFigure';
import { fillOf, KeyWord, Patterns } from '../../kit/charts/patterns';
import { count, date, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';

type Day = Schemas['ItemDay'];
type Coming = Schemas['DatedQuantity'];

const DAYS = 90;
const AHEAD = 30;
const WIDTH = 400;
const LEFT = 44;
const LEVEL = { top: 10, bottom: 108 };
/** Below the line: what came stands up, what left hangs down. */
const LANE = { top: 118, middle: 142 };
const HEIGHT = 190;
const ONE_DAY = 86_400_000;

/** An item's stock over the last months as steps, with what changed it and what is due. */
export function StockCourse({ item, name, site }: { item: number; name: string; site?: number }) {
  const answer = useQuery(question('/api/items/{item}/course', { item, site, days: DAYS }));
  if (!answer.data) {
    return <ProblemNote problem={answer.error} />;
  }
  const { days, coming } = answer.data;
  const dated = coming.filter((one) => one.day !== null);
  return (
    <ChartFigure
      title={t('course.title')}
      height={HEIGHT}
      legend={
        <>
          <KeyWord pattern="solid">{t('course.received')}</KeyWord>
          <KeyWord pattern="hatch">{t('course.issued')}</KeyWord>
          <KeyWord pattern="outline">{t('course.counted')}</KeyWord>
        </>
      }
      headings={[
        t('low.day'),
        t('onHand.onHand'),
        t('course.received'),
        t('course.issued'),
        t('course.counted'),
      ]}
      rows={[
        ...dated
          .map((one) => [
            `${date(one.day)} (${one.document})`,
            t('course.due'),
            quantity(one.quantity),
            '',
            '',
          ])
          .reverse(),
        ...days
          .filter((day, i) => i === days.length - 1 || moved(day))
          .map((day) => [
            date(day.day),
            count(day.onHand),
            day.received ? count(day.received) : '',
            day.issued ? count(day.issued) : '',
            day.counted ? count(day.counted) : '',
          ])
          .reverse(),
      ]}
    >
      <Drawing name={name} days={days} coming={dated} />
    </ChartFigure>
  );
}

function moved(day: Day): boolean {
  return day.received !== 0 || day.issued !== 0 || day.counted !== 0;
}

function Drawing({
  name,
  days,
  coming,
}: {
  name: string;
  days: readonly Day[];
  coming: readonly Coming[];
}) {
  const { house } = useTheme();
  const today = new Date(`${days.at(-1)!.day}T12:00:00`).getTime();
  /** How many days after the first a day is; what is late is due today. */
  const dayOf = (day: string) =>
    days.length - 1 + Math.round((new Date(`${day}T12:00:00`).getTime() - today) / ONE_DAY);
  const last = days.length - 1 + (coming.length > 0 ? AHEAD : 0);
  const x = (day: number) => LEFT + ((WIDTH - LEFT - 4) * Math.min(day, last + 1)) / (last + 1);
  const ahead = steps(days.at(-1)!.onHand, coming, (day) =>
    Math.min(last, Math.max(days.length, dayOf(day))),
  );
  const most = Math.max(1, ...days.map((day) => day.onHand), ahead.at(-1)?.level ?? 0);
  const y = (level: number) =>
    LEVEL.bottom - ((LEVEL.bottom - LEVEL.top) * Math.max(0, level)) / most;
  // Each way has a scale of its own: a delivery is many times what leaves in a day.
  const bar = (amount: number, way: 'received' | 'issued') =>
    Math.max(4, ((LANE.middle - LANE.top) * amount) / Math.max(...days.map((day) => day[way])));
  const width = Math.max(2, x(1) - x(0) - 1);
  const text = { fontFamily: fonts.text, fontSize: 12, fill: house.faint };
  return (
    <svg
      role="img"
      aria-label={t('course.of', { name })}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ display: 'block', width: '100%', maxWidth: 560 }}
    >
      <Patterns />
      {[0, most / 2, most].map((level) => (
        <g key={level}>
          <line x1={LEFT} x2={WIDTH} y1={y(level)} y2={y(level)} stroke={house.hairline} />
          <text x={LEFT - 6} y={y(level) + 4} textAnchor="end" {...text}>
            {count(Math.round(level * 10) / 10)}
          </text>
        </g>
      ))}
      <path
        d={days
          .map((day, i) => `${i ? 'L' : 'M'}${x(i)},${y(day.onHand)}L${x(i + 1)},${y(day.onHand)}`)
          .join('')}
        fill="none"
        stroke={house.ink}
        strokeWidth={2}
      />
      {ahead.length > 0 && (
        <path
          d={ahead
            .map(({ day, level, before }) => `L${x(day)},${y(before)}L${x(day)},${y(level)}`)
            .join('')
            .replace(/^/, `M${x(days.length)},${y(days.at(-1)!.onHand)}`)
            .concat(`L${WIDTH - 4},${y(ahead.at(-1)!.level)}`)}
          fill="none"
          stroke={house.link}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
      )}
      <line x1={LEFT} x2={WIDTH} y1={LANE.middle} y2={LANE.middle} stroke={house.hairline} />
      {days.map((day, i) => (
        <g key={day.day}>
          {day.received > 0 && (
            <rect
              x={x(i)}
              width={width}
              y={LANE.middle - bar(day.received, 'received')}
              height={bar(day.received, 'received')}
              fill={house.ink}
            />
          )}
          {day.issued > 0 && (
            <rect
              x={x(i)}
              width={width}
              y={LANE.middle}
              height={bar(day.issued, 'issued')}
              fill={fillOf('hatch')}
              stroke={house.ink}
              strokeWidth={0.5}
            />
          )}
          {day.counted !== 0 && (
            <rect
              x={x(i + 0.5) - 3.5}
              y={y(day.onHand) - 3.5}
              width={7}
              height={7}
              fill={house.panel}
              stroke={house.ink}
              strokeWidth={1.5}
            />
          )}
        </g>
      ))}
      <text x={LEFT} y={HEIGHT - 8} {...text}>
        {date(days[0].day)}
      </text>
      <text x={x(days.length - 1)} y={HEIGHT - 8} textAnchor="end" {...text}>
        {t('course.today')}
      </text>
      {coming.length > 0 && (
        <text x={WIDTH - 4} y={HEIGHT - 8} textAnchor="end" {...text} fill={house.link}>
          {t('course.due')}
        </text>
      )}
    </svg>
  );
}

/** How what is due raises the level, document by document. */
function steps(now: number, coming: readonly Coming[], dayOf: (day: string) => number) {
  let level = now;
  return coming.map((one) => {
    const before = level;
    level += Number(one.quantity);
    return { day: dayOf(one.day!), before, level };
  });
}
