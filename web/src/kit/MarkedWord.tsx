import Box from '@mui/material/Box';

const CROSSED = 'linear-gradient(45deg, transparent 42%, currentColor 42% 58%, transparent 58%)';

/** A state as a word, with a small box that is filled as far as it has come, or crossed. */
export function MarkedWord({ fill, word }: { fill: number | 'CROSSED'; word: string }) {
  const background =
    fill === 'CROSSED'
      ? CROSSED
      : `linear-gradient(to right, currentColor ${fill}%, transparent ${fill}%)`;
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <Box
        component="span"
        aria-hidden
        sx={{ width: 9, height: 9, border: '1.5px solid currentColor', background }}
      />
      {word}
    </Box>
  );
}
