/** In which order the lots and bins of an item are told: by bin, first in, or first expired. */
export const LOT_ORDERS = ['PLACE', 'IN_DATE', 'EXPIRY'] as const;
export type LotOrder = (typeof LOT_ORDERS)[number];
