import { createContext, useContext } from 'react';

/** Takes the Floor to another site of those that one works at. */
export const ChooseSiteContext = createContext<(site: number) => void>(() => undefined);

export function useChooseSite() {
  return useContext(ChooseSiteContext);
}
