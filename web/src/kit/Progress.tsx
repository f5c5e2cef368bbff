import LinearProgress from '@mui/material/LinearProgress';

/** How far long work has come. */
export function Progress({ label, done, all }: { label: string; done: number; all: number }) {
  return (
    <LinearProgress
      variant="determinate"
      aria-label={label}
      aria-valuemax={all}
      aria-valuenow={done}
      value={all ? Math.min(100, (100 * done) / all) : 0}
      sx={{ height: 10, border: '1px solid currentColor', bgcolor: 'transparent' }}
    />
  );
}
