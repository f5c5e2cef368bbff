import Box from '@mui/material/Box';
import { t } from '../app/words';
import { useScanner } from '../kit/useScanner';
import { holdScan } from './heldScans';

/** A page that is still to come. What is scanned meanwhile waits for it, also half a scan. */
export function LoadingPage() {
  useScanner((text) => {
    if (text) {
      holdScan(text);
    }
  });
  return <Box sx={{ p: 2 }}>{t('loading')}</Box>;
}
