import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { ProblemNote } from '../kit/ProblemNote';

/** A form before the house is entered: large enough for a glove, with its one button. */
export function DoorForm({
  title,
  word,
  busy,
  problem,
  onSubmit,
  children,
}: {
  title: string;
  /** What its button says. */
  word: string;
  busy: boolean;
  problem?: unknown;
  onSubmit: () => void;
  children: ReactNode;
}) {
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
      sx={{ display: 'grid', gap: 2, maxWidth: 400 }}
    >
      <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
        {title}
      </Box>
      {children}
      <ProblemNote problem={problem} />
      <Button type="submit" variant="contained" loading={busy} sx={{ minHeight: 56, fontSize: 18 }}>
        {word}
      </Button>
    </Box>
  );
}
