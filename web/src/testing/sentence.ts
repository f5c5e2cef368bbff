import type { View } from '../floor/desks';

/** A blank for a bin that nothing fills. */
export const noBin = { state: 'EMPTY', why: null, id: null, address: null, area: null } as const;

/** A sentence of which nothing is said, but for what a test says of it. */
export function sentence(part: Partial<View> & Pick<View, 'verb'>): View {
  return {
    site: 1,
    outcome: 'STANDS',
    begins: null,
    item: {
      state: 'EMPTY',
      id: null,
      code: null,
      name: null,
      symbol: null,
      decimals: null,
      tracking: null,
      packs: [],
      available: null,
      picture: null,
      shelfNote: '',
    },
    lot: null,
    expiry: null,
    needsExpiry: false,
    needsSerials: false,
    serials: [],
    serial: null,
    quantity: { state: 'EMPTY', why: null, value: null, packs: '' },
    from: null,
    to: null,
    place: null,
    into: null,
    load: null,
    incoming: null,
    condition: null,
    conditions: [],
    held: '0',
    wanted: [],
    whole: false,
    ready: false,
    canUndo: false,
    canSame: false,
    warning: null,
    elsewhere: [],
    candidates: [],
    transfer: null,
    receiving: null,
    adjusting: null,
    picking: null,
    choices: [],
    refusal: null,
    addable: null,
    done: null,
    ...part,
  };
}
