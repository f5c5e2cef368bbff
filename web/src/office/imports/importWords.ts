import type { Schemas } from '../../api/client';
import { t } from '../../app/words';

type Row = Schemas['ImportRow'];

/** What is typed of it is new, not changed. */
const STOCK = 'opening stock';

/** Whether work on an import goes on. */
export function working(row: Row): boolean {
  return row.state === 'CHECKING' || row.state === 'IMPORTING' || row.state === 'UNDOING';
}

/** How far an import has come, in a word. */
export function stateOf(row: Row): string {
  if (row.state === 'IMPORTED' && row.many && row.many.table !== STOCK) {
    return t('many.changed');
  }
  return row.state === 'CHECKED' && row.faults > 0
    ? t('imports.states.FAULTY')
    : t(`imports.states.${row.state}`);
}

/** What an import is: its file, or what it says of many rows. */
export function nameOf({ many, fileName }: Row): string {
  return many
    ? `${many.table}: ${Object.entries(many.values)
        .map(([column, value]) => `${column} → ${value || t('changeLog.nothing')}`)
        .join(', ')}`
    : fileName;
}
