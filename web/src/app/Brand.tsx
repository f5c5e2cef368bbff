import Box from '@mui/material/Box';
import { fonts } from './theme';

/** The name, cut as a stencil: bridges run through its letters. */
export function Brand() {
  return (
    <Box
      component="span"
      sx={{
        fontFamily: fonts.heading,
        fontWeight: 600,
        fontSize: 22,
        letterSpacing: '0.14em',
        textTransform: 'uppercase',
        color: '#231F1A',
        position: 'relative',
        '&::after': {
          content: '""',
          position: 'absolute',
          insetInline: 0,
          top: '48%',
          height: '1.5px',
          bgcolor: (theme) => theme.house.kraft,
        },
      }}
    >
      Reliquum
    </Box>
  );
}
