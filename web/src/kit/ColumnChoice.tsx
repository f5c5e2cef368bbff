import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Drop } from './Drop';
import type { TableColumns } from './useTableColumns';
import { t, type Word } from '../app/words';

/** Chooses which columns a table shows, in what order, and how wide. */
export function ColumnChoice<T extends object>({ columns }: { columns: TableColumns<T> }) {
  const { ordered } = columns;
  return (
    <Drop label={t('columns.choose')} size="small">
      {() => (
        <>
          {ordered.map((column, i) => {
            const shown = columns.isShown(column);
            const step = (word: Word, sign: string, able: boolean, act: () => void) => (
              <Button
                size="small"
                aria-label={t(word, { column: column.title })}
                disabled={!able}
                onClick={act}
                sx={{ minWidth: 32, px: 0, fontSize: 17 }}
              >
                {sign}
              </Button>
            );
            return (
              <Box key={column.key} sx={{ display: 'flex', alignItems: 'center' }}>
                <Box component="label" sx={{ flex: 1, pr: 2, whiteSpace: 'nowrap' }}>
                  <input
                    type="checkbox"
                    checked={shown}
                    disabled={shown && columns.shown.length === 1}
                    onChange={() => columns.toggle(column)}
                  />{' '}
                  {column.title}
                </Box>
                {step('columns.earlier', '↑', i > 0, () =>
                  columns.move(column.key, ordered[i - 1].key),
                )}
                {step('columns.later', '↓', i < ordered.length - 1, () =>
                  columns.move(column.key, ordered[i + 1].key),
                )}
                {step('columns.narrower', '−', shown, () => columns.step(column, -1))}
                {step('columns.wider', '+', shown, () => columns.step(column, 1))}
              </Box>
            );
          })}
          <Button disabled={!columns.isChanged} onClick={columns.reset}>
            {t('columns.reset')}
          </Button>
        </>
      )}
    </Drop>
  );
}
