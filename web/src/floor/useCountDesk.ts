import { useQuery } from '@tanstack/react-query';
import { api, read, type Schemas } from '../api/client';
import { useSentence } from './useSentence';

type View = Schemas['FloorCount'];

/** How a count stands at a site for the person who asks. */
function stands(site: number): Promise<View> {
  return read(api.GET('/api/floor/count', { params: { query: { site } } }));
}

/**
 * One person's Count sentence at a site. What colleagues count arrives beside it, and leaves alone
 * what was last said to this person.
 */
export function useCountDesk(site: number) {
  const desk = useSentence<View>(
    ['floor-count', site],
    () => stands(site),
    (params, step) => {
      const late = {
        header: { ...params.header, ...(step.ago > 2000 && { 'X-Scanned-Ago': step.ago }) },
      };
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/count/scan', { params: late, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/count/say', { params: late, body: { site, saying: step.saying } }),
          );
        case 'line':
          return read(
            api.POST('/api/floor/count/line', {
              params: late,
              body: { site, line: step.line, quantity: step.quantity ?? undefined },
            }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/count/act', { params, body: { site, action: step.action } }),
          );
        case 'count':
          return read(
            api.POST('/api/floor/count/choose', { params, body: { site, count: step.count } }),
          );
        case 'method':
          return read(
            api.POST('/api/floor/count/begin', { params, body: { site, method: step.method } }),
          );
        case 'slip':
          return read(
            api.POST('/api/floor/count/take', { params, body: { site, slip: step.slip } }),
          );
        case 'enter':
          return read(
            api.POST('/api/floor/count/enter', { params, body: { site, place: step.place } }),
          );
        case 'finish':
          return read(api.POST('/api/floor/count/finish', { params, body: { site } }));
        default:
          throw new Error(`A count is not about ${step.kind}.`);
      }
    },
  );
  const live = useQuery({ queryKey: ['count-live', site], queryFn: () => stands(site) });
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
