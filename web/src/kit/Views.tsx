import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** Chooses which of a few views of one thing is shown. */
export function Views<V extends string>({
  of,
  value,
  onChange,
  label,
  children,
}: {
  of: readonly (readonly [view: V, word: string])[];
  value: V;
  onChange: (view: V) => void;
  label: string;
  children?: ReactNode;
}) {
  return (
    <Box
      component="nav"
      aria-label={label}
      sx={{ display: 'flex', gap: 2, mb: 1, alignItems: 'baseline' }}
    >
      {of.map(([view, word]) => (
        <Button
          key={view}
          aria-pressed={view === value}
          onClick={() => onChange(view)}
          sx={{
            px: 0,
            borderRadius: 0,
            borderBottom: '4px solid',
            borderColor: view === value ? 'text.primary' : 'transparent',
          }}
        >
          {word}
        </Button>
      ))}
      {children}
    </Box>
  );
}
