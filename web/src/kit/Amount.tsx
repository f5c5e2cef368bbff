import Box from '@mui/material/Box';
import { quantity } from './format';

/** A quantity with its unit in a lighter weight. */
export function Amount({ value, unit }: { value: string | null; unit?: string | null }) {
  const none = value === null || Number(value) === 0;
  return (
    <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
      {quantity(value)}
      {unit && !none && (
        <Box component="span" sx={{ color: 'text.secondary', ml: 0.5, fontWeight: 300 }}>
          {unit}
        </Box>
      )}
    </Box>
  );
}
