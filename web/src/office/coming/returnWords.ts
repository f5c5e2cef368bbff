/** Everything on the screen that a supplier return says or changes. */
export const RETURNS = [
  'supplier-returns',
  'returnable-goods',
  'on-hand',
  'waiting',
  'inbound',
] as const;
