import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { put, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilePick } from '../../kit/FilePick';
import { ItemPicture } from '../../kit/ItemPicture';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';

const OLD = ['items'];

/** The picture of an item, by which people know it on the floor. */
export function PictureForm({ item }: { item: Schemas['ItemCard'] }) {
  const may = useMay('RULES');
  const path = { item: item.id };
  const set = useSave(OLD, put('/api/items/{item}/picture', path));
  const removing = useSave(OLD, remove('/api/items/{item}/picture', path));
  return (
    <Part title={t('item.picture')}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        {item.picture === null && <Box sx={{ color: 'text.secondary' }}>{t('item.noPicture')}</Box>}
        <ItemPicture item={item.id} picture={item.picture} name={item.name} />
        {may && (
          <>
            <FilePick
              label={t('item.pickPicture')}
              accept="image/png,image/jpeg,image/webp"
              onPick={(file) => set.mutate(file)}
            />
            {item.picture !== null && (
              <Button onClick={() => removing.mutate()}>{t('item.dropPicture')}</Button>
            )}
          </>
        )}
      </Box>
      <ProblemNote problem={set.error ?? removing.error} />
    </Part>
  );
}
