import { get } from '../api/ask';
import type { paths } from '../api/schema';

type Asked = NonNullable<paths['/api/on-hand']['get']['parameters']['query']>;

/** As many rows as one answer has at most. */
const PAGE = 200;

/** What lies somewhere, page after page, up to so many positions; and how many there are. */
export async function everyPosition(narrowed: Asked, most: number) {
  const ask = (offset: number) =>
    get('/api/on-hand', {
      ...narrowed,
      group: 'POSITION',
      sort: 'PLACE',
      offset,
      limit: Math.min(PAGE, most - offset),
    });
  const first = await ask(0);
  const { rows, total } = first;
  while (rows.length < Math.min(total, most)) {
    const next = await ask(rows.length);
    if (next.rows.length === 0) {
      break;
    }
    rows.push(...next.rows);
  }
  return { rows, total };
}
