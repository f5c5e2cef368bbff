import { queryOptions } from '@tanstack/react-query';
import { api, read } from '../../api/client';

/** How many transfers are open, late, short, on the road. */
export const transferCounts = queryOptions({
  queryKey: ['transfers', 'counts'],
  queryFn: () => read(api.GET('/api/transfers/counts')),
});

/** How many outbound orders are open, late, short, and how far. */
export const outboundCounts = queryOptions({
  queryKey: ['outbound', 'counts'],
  queryFn: () => read(api.GET('/api/outbound/counts')),
});
