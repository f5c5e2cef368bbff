import Box from '@mui/material/Box';
import { t } from '../app/words';
import { Amount } from './Amount';

/** How much of something is available, or that nothing is. */
export function Available({ value, unit }: { value: string | null; unit?: string | null }) {
  if (Number(value ?? 0) <= 0) {
    return t('found.none');
  }
  return (
    <>
      <Box component="span" sx={{ color: 'text.primary' }}>
        <Amount value={value} unit={unit} />
      </Box>{' '}
      {t('found.available')}
    </>
  );
}
