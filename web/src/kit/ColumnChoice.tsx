import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { useColumns } from './sheetColumns';

/** Chooses which columns a sheet shows. */
export function ColumnChoice<T>({ columns }: { columns: ReturnType<typeof useColumns<T>> }) {
  const { t } = useTranslation();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button onClick={(event) => setAnchor(event.currentTarget)}>{t('columns')}</Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <Box role="group" aria-label={t('columns')} sx={{ p: 1.5, display: 'grid', gap: 0.5 }}>
          {columns.all.map((column) => (
            <label key={column.key}>
              <input
                type="checkbox"
                checked={columns.isShown(column)}
                disabled={columns.isShown(column) && columns.shown.length === 1}
                onChange={() => columns.toggle(column)}
              />{' '}
              {column.title}
            </label>
          ))}
        </Box>
      </Popover>
    </>
  );
}
