import { useContext } from 'react';
import {
  UNSAFE_DataRouterContext as RouterContext,
  useNavigate,
  useSearchParams,
} from 'react-router';

/**
 * The parts of the page's address after the question mark: read by name, changed together. Opening
 * something is a step that the browser's Back takes back; narrowing is not.
 */
export function useAddress() {
  const [address] = useSearchParams();
  const navigate = useNavigate();
  const router = useContext(RouterContext)?.router;
  return {
    value: (name: string) => address.get(name) ?? '',
    values: (name: string) => address.getAll(name),
    change: (changes: Record<string, string | string[] | null>) => {
      // From where the router stands: what was changed just now may not be drawn yet.
      const next = new URLSearchParams(router?.state.location.search);
      for (const [name, value] of Object.entries(changes)) {
        next.delete(name);
        [value ?? []]
          .flat()
          .filter((one) => one !== '')
          .forEach((one) => next.append(name, one));
      }
      void navigate({ search: next.toString() }, { replace: !('open' in changes) });
    },
  };
}
