import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { Brand } from './Brand';
import { DemoStamp } from './DemoMark';

/** A page before the house: its name above, one narrow column below. */
export function SignedOutPage({ demo, children }: { demo?: boolean; children: ReactNode }) {
  return (
    <Box sx={{ minHeight: '100vh', display: 'grid', gridTemplateRows: 'auto 1fr' }}>
      <Box
        component="header"
        sx={{
          bgcolor: (theme) => theme.house.kraft,
          px: 3,
          py: 1.5,
          display: 'flex',
          alignItems: 'center',
          gap: 2,
        }}
      >
        <Brand />
        {demo && <DemoStamp />}
      </Box>
      <Box component="main" sx={{ display: 'grid', justifyItems: 'center', alignContent: 'start' }}>
        <Box
          sx={{ width: '100%', maxWidth: 400, p: 3, mt: { xs: 0, sm: 6 }, display: 'grid', gap: 2 }}
        >
          {children}
        </Box>
      </Box>
    </Box>
  );
}
