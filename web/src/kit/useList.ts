import { useDeferredValue } from 'react';
import type { operations } from '../api/schema';
import { readCondition, written, type Condition } from './conditions';
import type { Sorting } from './columns';
import { useAddress } from './useAddress';

type Sort<O extends keyof operations> = operations[O] extends {
  parameters: { query?: { sort?: infer S } };
}
  ? Exclude<S, undefined>
  : never;

/**
 * What is asked of a list, all of it in the address of the page: words, conditions on columns, and
 * what it is sorted by. A page that is reloaded, sent to someone or kept asks the same again.
 */
export function useList<O extends keyof operations>() {
  const { value, values, change } = useAddress();
  const where = values('where');
  const conditions = where.map(readCondition);
  const words = value('q');
  const sort = value('sort');
  const descending = value('desc') === '1';
  const asked = useDeferredValue(
    JSON.stringify({
      q: words || undefined,
      where: where.length > 0 ? where : undefined,
      sort: sort || undefined,
      descending: descending || undefined,
    }),
  );
  const keep = (next: Condition[]) => change({ where: next.map(written) });
  return {
    question: JSON.parse(asked) as {
      q?: string;
      where?: string[];
      sort?: Sort<O>;
      descending?: boolean;
    },
    words,
    conditions,
    /** Whether fewer rows are shown than there are, so that none may mean that none match. */
    narrowed: words !== '' || where.length > 0,
    sorting: sort ? { by: sort, descending } : undefined,
    search: (next: string) => change({ q: next }),
    onSort: (next: Sorting) => change({ sort: next.by, desc: next.descending ? '1' : null }),
    add: (one: Condition) => {
      if (!where.includes(written(one))) {
        keep([...conditions, one]);
      }
    },
    remove: (one: Condition) => keep(conditions.filter((other) => written(other) !== written(one))),
    /** The one value that a column must be; empty if it may be any. */
    only: (column: string) => {
      const found = conditions.filter((one) => one.column === column && one.comparison === 'IS');
      return found.length === 1 ? found[0].value : '';
    },
    setOnly: (column: string, next: string) => {
      const others = conditions.filter((one) => one.column !== column || one.comparison !== 'IS');
      keep(next ? [...others, { column, comparison: 'IS', value: next }] : others);
    },
  };
}

export type List = Omit<ReturnType<typeof useList>, 'question'>;
