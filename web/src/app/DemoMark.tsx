import Box from '@mui/material/Box';
import { t } from './words';
import { useMe } from './session';
import { fonts } from './theme';

/** Stamped on every page of the demo house, so that nobody takes its goods for their own. */
export function DemoMark() {
  const me = useMe();
  return me.demo ? <DemoStamp /> : null;
}

export function DemoStamp() {
  return (
    <Box
      component="span"
      title={t('demo')}
      sx={{
        fontFamily: fonts.heading,
        fontWeight: 600,
        fontSize: 14,
        lineHeight: '20px',
        letterSpacing: '0.12em',
        textTransform: 'uppercase',
        color: '#231F1A',
        border: '2px solid #231F1A',
        px: 0.75,
        flexShrink: 0,
      }}
    >
      {t('demoShort')}
    </Box>
  );
}
