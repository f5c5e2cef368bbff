import { useSearchParams } from 'react-router';

/**
 * The parts of the page's address after the question mark: read by name, changed together. Opening
 * something is a step that the browser's Back takes back; narrowing is not.
 */
export function useAddress() {
  const [address, setAddress] = useSearchParams();
  return {
    value: (name: string) => address.get(name) ?? '',
    change: (changes: Record<string, string | null>) =>
      setAddress(
        (before) => {
          for (const [name, value] of Object.entries(changes)) {
            if (value) {
              before.set(name, value);
            } else {
              before.delete(name);
            }
          }
          return before;
        },
        { replace: !('open' in changes) },
      ),
  };
}
