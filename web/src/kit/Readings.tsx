import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../app/words';

/** Asks which of two numbers a text is: the two stand there to be tapped. */
export function Readings({
  text,
  readings,
  large,
  onChoose,
}: {
  text: string;
  readings: readonly [string, string];
  large?: boolean;
  onChoose: (chosen: string) => void;
}) {
  return (
    <Box role="alert" sx={{ py: 0.5, color: 'error.main' }}>
      <Box sx={{ fontSize: large ? 19 : 14, fontWeight: 600 }}>{t('number.which', { text })}</Box>
      <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
        {readings.map((one) => (
          <Button
            key={one}
            type="button"
            variant="outlined"
            onClick={() => onChoose(one)}
            sx={large ? { minHeight: 56, flex: 1, fontSize: 20 } : {}}
          >
            {one.includes('.') ? t('number.withDecimals', { number: one }) : one}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
