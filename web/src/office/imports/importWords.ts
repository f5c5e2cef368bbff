import type { Schemas } from '../../api/client';
import { t } from '../../app/words';

type Row = Schemas['ImportRow'];

/** Whether work on an import goes on. */
export function working(row: Row): boolean {
  return row.state === 'CHECKING' || row.state === 'IMPORTING' || row.state === 'UNDOING';
}

/** How far an import has come, in a word. */
export function stateOf(row: Row): string {
  return row.state === 'CHECKED' && row.faults > 0
    ? t('imports.states.FAULTY')
    : t(`imports.states.${row.state}`);
}
