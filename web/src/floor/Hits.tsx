import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { useNamed } from './told';

type Hit = Schemas['FloorHit'];

/** What a scan may stand for, to choose from. */
export function Hits({ hits, onChoose }: { hits: Hit[]; onChoose: (hit: Hit) => void }) {
  const { t } = useTranslation();
  const named = useNamed();
  if (hits.length === 0) {
    return null;
  }
  return (
    <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
      <Box component="h2" sx={{ typography: 'h2', m: 0 }}>
        {t('floor.which')}
      </Box>
      {hits.map((hit) => (
        <Button
          key={hit.kind + hit.id}
          variant="outlined"
          onClick={() => onChoose(hit)}
          sx={{ minHeight: 60, justifyContent: 'space-between', fontSize: 18 }}
        >
          <span>{named(hit).title}</span>
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
            {named(hit).detail}
          </Box>
        </Button>
      ))}
    </Box>
  );
}
