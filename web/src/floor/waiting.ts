import { useQuery } from '@tanstack/react-query';
import { question } from '../api/ask';

/** Everything at a site that waits to be put away. */
export function useWaiting(site: number) {
  return useQuery(question('/api/waiting', { site }));
}

/** The pick faces of a site that are to be refilled, in the order of the work. */
export function useRefills(site: number) {
  return useQuery(question('/api/replenishment/refills', { site }));
}
