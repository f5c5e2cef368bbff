import { useSearchParams } from 'react-router';

/**
 * The parts of the page's address after the question mark: read by name, changed together. Opening
 * something is a step that the browser's Back takes back; narrowing is not.
 */
export function useAddress() {
  const [address, setAddress] = useSearchParams();
  return {
    value: (name: string) => address.get(name) ?? '',
    values: (name: string) => address.getAll(name),
    change: (changes: Record<string, string | string[] | null>) =>
      setAddress(
        (before) => {
          for (const [name, value] of Object.entries(changes)) {
            before.delete(name);
            [value ?? []]
              .flat()
              .filter((one) => one !== '')
              .forEach((one) => before.append(name, one));
          }
          return before;
        },
        { replace: !('open' in changes) },
      ),
  };
}
