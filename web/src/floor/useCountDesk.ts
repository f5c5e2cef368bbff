import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { countDesk } from './desks';
import { useSentence } from './useSentence';

type View = Schemas['FloorCount'];

/**
 * One person's Count sentence at a site. What colleagues count arrives beside it, and leaves alone
 * what was last said to this person.
 */
export function useCountDesk(site: number) {
  const counting = countDesk(site);
  const desk = useSentence(counting);
  const live = useQuery({ queryKey: ['count-live', site], queryFn: counting.load });
  const said = desk.view.data;
  const newer = live.data && live.dataUpdatedAt > desk.view.dataUpdatedAt ? live.data : undefined;
  const now: View | undefined =
    said && newer && newer.slip?.id === said.slip?.id && newer.count?.id === said.count?.id
      ? {
          ...said,
          count: newer.count,
          counts: newer.counts,
          lines: newer.lines,
          notFound: said.asking ? said.notFound : newer.notFound,
          slips: newer.slips,
          others: newer.others,
        }
      : said;
  return { ...desk, now };
}
