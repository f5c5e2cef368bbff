import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { fonts } from '../app/theme';

/** A bin, lot, serial or barcode text: in letters that can't be mistaken for one another. */
export function Code({ children, strong }: { children: ReactNode; strong?: boolean }) {
  return (
    <Box component="span" sx={{ fontFamily: fonts.code, fontWeight: strong ? 700 : 'inherit' }}>
      {children}
    </Box>
  );
}
