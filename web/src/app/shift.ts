import { createContext } from 'react';
import type { Shift } from './theme';

/** Day or night shift: which variant of the look is on. */
export const ShiftContext = createContext<{ shift: Shift; change: (shift: Shift) => void }>({
  shift: 'day',
  change: () => undefined,
});
