import Box from '@mui/material/Box';

/** How far long work has come. */
export function Progress({ label, done, all }: { label: string; done: number; all: number }) {
  return (
    <Box
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={all}
      aria-valuenow={done}
      sx={{ height: 10, border: '1px solid currentColor' }}
    >
      <Box
        sx={{
          height: 1,
          bgcolor: 'text.primary',
          width: `${all ? Math.min(100, (100 * done) / all) : 0}%`,
        }}
      />
    </Box>
  );
}
