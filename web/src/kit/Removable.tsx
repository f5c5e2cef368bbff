import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** One of a list of words that can be taken out of it. */
export function Removable({
  label,
  onRemove,
  children,
}: {
  /** What its button says to those who can't see where it stands. */
  label: string;
  onRemove: () => void;
  children: ReactNode;
}) {
  return (
    <Box
      role="listitem"
      sx={{ border: 1, borderColor: 'divider', pl: 1, display: 'flex', alignItems: 'center' }}
    >
      {children}
      <Button size="small" aria-label={label} onClick={onRemove} sx={{ minWidth: 32 }}>
        ✕
      </Button>
    </Box>
  );
}
