import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import { useState } from 'react';
import { t } from '../app/words';

/** The picture of an item, which a tap enlarges. Nothing where there is none. */
export function ItemPicture({
  item,
  picture,
  name,
  size = 64,
}: {
  item: number;
  /** Which picture it is: another number, another picture. */
  picture: number | null | undefined;
  name: string;
  size?: number;
}) {
  const [large, setLarge] = useState(false);
  if (!picture) {
    return null;
  }
  const source = `/api/items/${item}/picture?version=${picture}`;
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-label={t('item.enlarge', { name })}
        onClick={() => setLarge(true)}
        sx={{
          p: 0,
          border: 1,
          borderColor: 'divider',
          background: 'none',
          cursor: 'zoom-in',
          width: size,
          height: size,
          flexShrink: 0,
        }}
      >
        <img
          src={source}
          alt=""
          width={size - 2}
          height={size - 2}
          style={{ objectFit: 'cover' }}
        />
      </Box>
      <Dialog
        open={large}
        onClose={() => setLarge(false)}
        slotProps={{ paper: { 'aria-label': name, onClick: () => setLarge(false) } }}
      >
        <img src={source} alt={name} style={{ width: 'min(80vw, 480px)', display: 'block' }} />
      </Dialog>
    </>
  );
}
