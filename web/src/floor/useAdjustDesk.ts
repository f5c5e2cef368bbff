import { adjustDesk } from './desks';
import { useSentence } from './useSentence';

/** One person's Adjust sentence and its lines at a site. */
export function useAdjustDesk(site: number) {
  return useSentence(adjustDesk(site));
}
