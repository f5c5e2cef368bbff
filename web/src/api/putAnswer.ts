import type { QueryClient, QueryKey } from '@tanstack/react-query';

/**
 * Shows what a command has just answered. The same question, if it was asked before, may be answered
 * after it with how things stood then: that answer is not waited for any more.
 */
export function putAnswer<T>(queries: QueryClient, queryKey: QueryKey, answer: T) {
  void queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData(queryKey, answer);
}
