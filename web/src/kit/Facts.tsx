import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Names and what they are, one under the other; what is empty is left out. */
export function Facts({
  facts,
  width = 110,
}: {
  facts: [name: string, value: ReactNode][];
  width?: number;
}) {
  return (
    <Box
      component="dl"
      sx={{ display: 'grid', gridTemplateColumns: `${width}px 1fr`, m: 0, rowGap: 0.5 }}
    >
      {facts
        .filter(([, value]) => value)
        .map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: 'text.secondary' }}>
              {name}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {value}
            </Box>
          </Box>
        ))}
    </Box>
  );
}
