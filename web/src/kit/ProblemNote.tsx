import Box from '@mui/material/Box';

/** Says what went wrong, beside where it went wrong. */
export function ProblemNote({ problem }: { problem: unknown }) {
  if (!problem) {
    return null;
  }
  return (
    <Box
      role="alert"
      sx={{
        borderLeft: 4,
        borderColor: 'error.main',
        color: 'error.main',
        bgcolor: 'background.paper',
        px: 1.5,
        py: 1,
        my: 1,
      }}
    >
      {problem instanceof Error ? problem.message : String(problem)}
    </Box>
  );
}
