import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { ColumnChart } from '../../kit/charts/ColumnChart';

type Row = Schemas['WaitingRow'];

const DAY = 86_400_000;
/** Up to how many days something of each age has waited. */
const AGES = [
  ['TODAY', 1],
  ['ONE', 2],
  ['THREE', 4],
  ['WEEK', 8],
  ['MORE', Infinity],
] as const;
const CONDITIONS = [
  ['GOOD', 'solid'],
  ['ON_HOLD', 'hatch'],
  ['REJECTED', 'outline'],
] as const;

/** What waits on docks and at inspection, by how long it has. */
export function WaitingAges({ rows }: { rows: readonly Row[] }) {
  if (rows.length === 0) {
    return null;
  }
  return (
    <ColumnChart
      title={t('waiting.ages')}
      about={t('waiting.since')}
      labels={AGES.map(([age]) => t(`waiting.age.${age}`))}
      parts={CONDITIONS.map(([condition, pattern]) => ({
        key: condition,
        label: t(`waiting.${condition}`),
        pattern,
        values: AGES.map(
          ([, until], i) =>
            rows.filter((row) => {
              const days = row.since ? (Date.now() - new Date(row.since).getTime()) / DAY : 0;
              return (
                row.condition === condition && days < until && (i === 0 || days >= AGES[i - 1][1])
              );
            }).length,
        ),
      }))}
      height={130}
    />
  );
}
