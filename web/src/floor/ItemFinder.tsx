import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../app/words';
import { question } from '../api/ask';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ItemPicture } from '../kit/ItemPicture';
import { ProblemNote } from '../kit/ProblemNote';
import { useSettled } from '../kit/useSettled';
import { Row } from './Parts';

const MOST = 30;

/** The categories that lie directly in one, by what is left of their names. */
export function within(categories: readonly string[], parent: string) {
  const start = parent ? `${parent}/` : '';
  return [
    ...new Set(
      categories
        .filter((one) => one.startsWith(start) && one.length > start.length)
        .map((one) => one.slice(start.length).split('/')[0]),
    ),
  ];
}

/** Finds an item by its words, or by going down its categories; what is at the site comes first. */
export function ItemFinder({
  site,
  onChoose,
  onClose,
}: {
  /** The site whose stock comes first. */
  site: number;
  onChoose: (item: number) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState('');
  const [category, setCategory] = useState('');
  const words = useSettled(typed.trim(), 200);
  const categories = useQuery(question('/api/categories'));
  const looking = words !== '' || category !== '';
  const items = useQuery({
    ...question('/api/on-hand/find', {
      site,
      q: words || undefined,
      category: category || undefined,
      limit: MOST,
    }),
    enabled: looking,
    placeholderData: keepPreviousData,
  });
  const up = category.includes('/') ? category.slice(0, category.lastIndexOf('/')) : '';
  return (
    <Box sx={{ p: 1.5, pt: 2, display: 'grid', gap: 1 }}>
      <TextField
        autoFocus
        label={t('request.find')}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        slotProps={{
          htmlInput: { autoComplete: 'off' },
          input: { sx: { minHeight: 52, fontSize: 18 } },
        }}
      />
      {category && (
        <Button
          variant="outlined"
          onClick={() => setCategory(up)}
          sx={{ minHeight: 52, fontSize: 18, justifyContent: 'flex-start' }}
        >
          ‹ {category.split('/').join(' / ')}
        </Button>
      )}
      <ProblemNote problem={categories.error ?? items.error} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {words === '' &&
          within(categories.data ?? [], category).map((name) => (
            <Button
              key={name}
              variant="outlined"
              onClick={() => setCategory(category ? `${category}/${name}` : name)}
              sx={{ minHeight: 52, fontSize: 18 }}
            >
              {name}
            </Button>
          ))}
      </Box>
      <Box>
        {looking &&
          items.data?.rows.map((item) => (
            <Box key={item.itemId} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
              <ItemPicture item={item.itemId} picture={item.picture} name={item.name} size={56} />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Row
                  onTap={() => onChoose(item.itemId)}
                  title={item.name}
                  detail={<Code>{item.item}</Code>}
                  end={<Amount value={item.onHand} unit={item.symbol} />}
                />
              </Box>
            </Box>
          ))}
        {looking && items.data?.total === 0 && (
          <Box sx={{ py: 1, fontSize: 18, color: 'text.secondary' }}>{t('request.noItem')}</Box>
        )}
        {looking && (items.data?.total ?? 0) > MOST && (
          <Box sx={{ py: 1, color: 'text.secondary' }}>
            {t('request.moreItems', { count: items.data?.total })}
          </Box>
        )}
      </Box>
      <Button onClick={onClose} sx={{ minHeight: 48, fontSize: 17 }}>
        {t('close')}
      </Button>
    </Box>
  );
}
