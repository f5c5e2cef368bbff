/** How a column of a list is compared; the server knows the same. */
export const COMPARISONS = {
  TEXT: ['HOLDS', 'IS', 'IS_NOT', 'EMPTY', 'FILLED'],
  NUMBER: ['FROM', 'UNTIL', 'IS'],
  DAY: ['UNTIL', 'FROM', 'IS', 'EMPTY', 'FILLED'],
  MOMENT: ['FROM', 'BEFORE'],
  CHOICE: ['IS', 'IS_NOT'],
} as const;

export type Comparison = (typeof COMPARISONS)[keyof typeof COMPARISONS][number];

/** What a list is narrowed by: a column, how it is compared, and with what. */
export interface Condition {
  column: string;
  comparison: Comparison;
  value: string;
}

/** A condition as an address has it; whatever signs its value has come after the second colon. */
export function written({ column, comparison, value }: Condition): string {
  return needsValue(comparison) ? `${column}:${comparison}:${value}` : `${column}:${comparison}`;
}

export function readCondition(text: string): Condition {
  const [column, comparison, ...value] = text.split(':');
  return { column, comparison: comparison as Comparison, value: value.join(':') };
}

export function needsValue(comparison: Comparison): boolean {
  return comparison !== 'EMPTY' && comparison !== 'FILLED';
}

/** The moment at which a day begins here. */
export function beginning(day: string): string {
  return new Date(`${day}T00:00:00`).toISOString();
}
