import { pickDesk } from './desks';
import { useSentence } from './useSentence';

/** One person's Pick sentence at a site, or their Pack sentence. */
export function usePickDesk(site: number, verb: 'PICK' | 'PACK') {
  return useSentence(pickDesk(site, verb));
}
