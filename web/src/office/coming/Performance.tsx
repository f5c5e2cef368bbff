import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { ColumnChart } from '../../kit/charts/ColumnChart';
import { count, date } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';

type Day = Schemas['OutboundDay'];

const MOST_COLUMNS = 14;

/** What was shipped: how much of it on time, and at which hours of the day. */
export function Performance({ days, site }: { days: number; site?: number }) {
  const answer = useQuery(question('/api/outbound/performance', { days, site }));
  if (!answer.data) {
    return <ProblemNote problem={answer.error} />;
  }
  const spans = spansOf(answer.data.days);
  const hours = answer.data.hours
    .map((lines, hour) => ({ hour, lines }))
    .slice(
      answer.data.hours.findIndex((lines) => lines > 0),
      answer.data.hours.findLastIndex((lines) => lines > 0) + 1,
    );
  if (hours.length === 0) {
    return null;
  }
  const dated = sum(answer.data.days, (day) => day.dated);
  const onTime = sum(answer.data.days, (day) => day.onTime);
  return (
    <>
      <ColumnChart
        title={
          dated > 0
            ? t('outbound.shippedOnTime', {
                share: count(Math.floor((1000 * onTime) / dated) / 10),
              })
            : t('outbound.shippedLines')
        }
        about={t('outbound.from')}
        labels={spans.map((span) => date(span[0].day))}
        parts={[
          {
            key: 'onTime',
            label: t('outbound.onTimeLines'),
            pattern: 'outline',
            values: spans.map((span) => sum(span, (day) => day.onTime)),
          },
          {
            key: 'late',
            label: t('outbound.lateLines'),
            pattern: 'solid',
            values: spans.map((span) => sum(span, (day) => day.dated - day.onTime)),
          },
          {
            key: 'undated',
            label: t('outbound.undated'),
            pattern: 'dots',
            values: spans.map((span) => sum(span, (day) => day.lines - day.dated)),
          },
        ]}
        height={130}
      />
      <ColumnChart
        title={t('outbound.byHour')}
        about={t('outbound.hour')}
        labels={hours.map(({ hour }) => String(hour))}
        parts={[
          {
            key: 'lines',
            label: t('today.linesShipped'),
            pattern: 'solid',
            values: hours.map(({ lines }) => lines),
          },
        ]}
        height={130}
      />
    </>
  );
}

function sum(days: readonly Day[], of: (day: Day) => number): number {
  return days.reduce((all, day) => all + of(day), 0);
}

/** The days, as many together as leave no more columns than can be read. */
function spansOf(days: readonly Day[]): Day[][] {
  const long = Math.ceil(days.length / MOST_COLUMNS);
  const together = long <= 1 ? 1 : long <= 7 ? 7 : Math.ceil(long / 7) * 7;
  const spans: Day[][] = [];
  for (let end = days.length; end > 0; end -= together) {
    spans.unshift(days.slice(Math.max(0, end - together), end));
  }
  return spans;
}
