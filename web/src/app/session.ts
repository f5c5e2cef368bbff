import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext } from 'react';
import { get, question } from '../api/ask';
import { api, Problem, read, type Schemas } from '../api/client';
import { putAnswer } from '../api/putAnswer';

export type Me = Schemas['Me'];
export type Permission = Me['permissions'][number];

/** Who is signed in; null when nobody is. */
export function useWhoAmI() {
  return useQuery({
    queryKey: ['session'],
    queryFn: async (): Promise<Me | null> => {
      try {
        return await get('/api/session');
      } catch (problem) {
        if (problem instanceof Problem && problem.status === 401) {
          return null;
        }
        throw problem;
      }
    },
    staleTime: 60_000,
  });
}

/** Forgets what one person saw, and shows the house to another; or to nobody. */
export function changePerson(queries: QueryClient, me: Me | null) {
  putAnswer(queries, ['session'], me);
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== 'session' });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => read(api.DELETE('/api/session')),
    onSuccess: () => changePerson(queries, null),
  });
}

export const MeContext = createContext<Me | null>(null);

/** The one who is signed in. Only within the signed-in part of the application. */
export function useMe(): Me {
  const me = useContext(MeContext);
  if (!me) {
    throw new Error('Nobody is signed in here.');
  }
  return me;
}

export function useMay(permission: Permission): boolean {
  return useMe().permissions.includes(permission);
}

/** The sites that this person may look at; the one that they have chosen for themselves first. */
export function useSites() {
  const choices = useQuery({ ...question('/api/own-choices'), staleTime: 60_000 });
  const own = choices.data?.site;
  const first = useCallback(
    (sites: Schemas['SiteCard'][]) =>
      own ? sites.toSorted((a, b) => Number(b.id === own) - Number(a.id === own)) : sites,
    [own],
  );
  return useQuery({ ...question('/api/sites'), staleTime: 60_000, select: first });
}
