import { queryOptions } from '@tanstack/react-query';
import { get } from '../api/ask';

/** What there is of an item, by position or by lot: at a site, or at every one. */
export function heldOf(item: string, site: number | undefined, group: 'POSITION' | 'LOT') {
  const code = item.trim().toUpperCase();
  return queryOptions({
    queryKey: ['on-hand', 'held', code, site, group],
    queryFn: async () => {
      const page = await get('/api/on-hand', {
        group,
        q: code,
        site,
        sort: group === 'LOT' ? 'LOT' : 'PLACE',
        limit: 200,
      });
      return page.rows.filter((row) => row.item === code);
    },
    enabled: code !== '',
    staleTime: 10_000,
  });
}
