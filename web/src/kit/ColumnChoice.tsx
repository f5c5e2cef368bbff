import { useTranslation } from 'react-i18next';
import { Drop } from './Drop';
import type { useColumns } from './sheetColumns';

/** Chooses which columns a sheet shows. */
export function ColumnChoice<T>({ columns }: { columns: ReturnType<typeof useColumns<T>> }) {
  const { t } = useTranslation();
  return (
    <Drop label={t('columns')}>
      {() =>
        columns.all.map((column) => (
          <label key={column.key}>
            <input
              type="checkbox"
              checked={columns.isShown(column)}
              disabled={columns.isShown(column) && columns.shown.length === 1}
              onChange={() => columns.toggle(column)}
            />{' '}
            {column.title}
          </label>
        ))
      }
    </Drop>
  );
}
