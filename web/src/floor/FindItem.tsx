import Dialog from '@mui/material/Dialog';
import { t } from '../app/words';
import { ItemFinder } from './ItemFinder';

/** Finds an item without its code, over whatever is being done. */
export default function FindItem({
  site,
  onFind,
  onClose,
}: {
  site: number;
  onFind: (item: number) => void;
  onClose: () => void;
}) {
  return (
    <Dialog
      open
      fullScreen
      onClose={onClose}
      slotProps={{
        paper: { 'aria-label': t('request.find'), sx: { bgcolor: 'background.default' } },
      }}
    >
      <ItemFinder site={site} onChoose={onFind} onClose={onClose} />
    </Dialog>
  );
}
