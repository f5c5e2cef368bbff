import { queryOptions } from '@tanstack/react-query';
import { api, read } from '../../api/client';

/** What holds for counts. */
export const countRules = queryOptions({
  queryKey: ['count-rules'],
  queryFn: () => read(api.GET('/api/count-programme/rules')),
});

/** How many counts are open and in review, and what was said to look wrong. */
export const countNumbers = queryOptions({
  queryKey: ['counts', 'numbers'],
  queryFn: () => read(api.GET('/api/counts/numbers')),
});
