import Box from '@mui/material/Box';

/** Why a scan was refused: large, and with a mark that is not only a colour. */
export function Refusal({ sentence }: { sentence: string }) {
  return (
    <Box
      role="alert"
      sx={{
        m: 1.5,
        p: 1.5,
        border: '2px solid',
        borderLeftWidth: 10,
        borderColor: 'error.main',
        color: 'error.main',
        bgcolor: 'background.paper',
        fontSize: 19,
        fontWeight: 600,
      }}
    >
      {sentence}
    </Box>
  );
}
