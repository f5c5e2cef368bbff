/** How much of a row its fields ask for; what is left they share. */
const ASKED = 80;

/** Fields beside each other, so many in a row, or fewer where their names need more room. */
export function fieldRow(fields: number, gap = 1.5) {
  return {
    display: 'flex',
    flexWrap: 'wrap',
    gap,
    '& > *': { flex: `1 1 ${Math.round(ASKED / fields)}%` },
  } as const;
}

/** A field that has its row for itself. */
export const WHOLE_ROW = { '&&': { flexBasis: '100%' } } as const;
