import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { ColumnChart } from '../../kit/charts/ColumnChart';
import { PATTERNS } from '../../kit/charts/patterns';
import { money, months } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';

const MONTHS = 12;

/** What stock was worth month by month: the categories that are worth the most, and the others. */
export function ValueByMonth({ pool }: { pool?: number }) {
  const answer = useQuery(question('/api/value/months', { months: MONTHS, pool }));
  if (!answer.data) {
    return <ProblemNote problem={answer.error} />;
  }
  return (
    <ColumnChart
      title={t('value.byMonth')}
      about={t('value.month')}
      labels={months(answer.data.months)}
      parts={leading(answer.data.categories).map(({ category, values }, i) => ({
        key: category || '-',
        label: category || t('value.noCategory'),
        pattern: PATTERNS[i],
        values,
      }))}
      write={money}
    />
  );
}

/** As many as can be told apart; the rest are taken together. */
function leading(categories: readonly Schemas['CategoryValues'][]) {
  const most = PATTERNS.length;
  if (categories.length <= most) {
    return categories;
  }
  const rest = categories.slice(most - 1);
  return [
    ...categories.slice(0, most - 1),
    {
      category: t('value.others'),
      values: rest[0].values.map((_, i) => rest.reduce((sum, one) => sum + one.values[i], 0)),
    },
  ];
}
