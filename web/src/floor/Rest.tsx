import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { api, Problem, read, type Schemas } from '../api/client';
import { useMay } from '../app/session';
import { sound } from '../kit/tones';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';

type Hit = Schemas['FloorHit'];

function cardOf(hit: Hit): string {
  return hit.kind === 'BIN' ? `/floor/bin/${hit.id}` : `/floor/item/${hit.itemId}`;
}

/** Nothing is being done: whatever is scanned is a start. */
export function Rest({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const unfinished = useQuery({
    queryKey: ['floor-move', site.id],
    queryFn: () => read(api.GET('/api/floor/move', { params: { query: { site: site.id } } })),
    enabled: mayMove,
  });
  const scan = useMutation({
    mutationFn: (text: string) =>
      read(api.POST('/api/floor/scan', { body: { site: site.id, text } })),
    onSuccess: (found) => {
      sound(found.refusal ? 'bad' : 'good');
      if (found.action === 'MOVE') {
        void navigate('/floor/move');
      } else if (found.hits.length === 1) {
        void navigate(cardOf(found.hits[0]));
      }
    },
    onError: () => sound('bad'),
  });
  const hits = scan.data?.hits ?? [];
  const refusal =
    scan.data?.refusal?.sentence ??
    (scan.data?.action && scan.data.action !== 'MOVE' ? t('floor.nothingToDo') : undefined) ??
    (scan.error instanceof Problem ? scan.error.message : undefined);
  const waiting = unfinished.data?.canUndo ?? false;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <Box sx={{ p: 2 }}>
          <Box component="h1" sx={{ typography: 'h1', fontSize: 34, mt: 3 }}>
            {t('floor.scanAnything')}
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 18 }}>{t('floor.scanWhat')}</Box>
        </Box>
        {refusal && <Refusal sentence={refusal} />}
        {hits.length > 1 && (
          <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
            <Box component="h2" sx={{ typography: 'h2', m: 0 }}>
              {t('floor.which')}
            </Box>
            {hits.map((hit) => (
              <Button
                key={hit.kind + hit.id}
                variant="outlined"
                onClick={() => void navigate(cardOf(hit))}
                sx={{ minHeight: 60, justifyContent: 'space-between', fontSize: 18 }}
              >
                <span>{hit.title}</span>
                <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
                  {hit.detail}
                </Box>
              </Button>
            ))}
          </Box>
        )}
      </Box>
      {mayMove && (
        <Box sx={{ px: 1.5, pb: 1.5, display: 'grid' }}>
          <Button
            variant="contained"
            onClick={() => void navigate('/floor/move')}
            sx={{ minHeight: 64, fontSize: 22 }}
          >
            {waiting ? t('move.goOn') : t('move.start')}
          </Button>
        </Box>
      )}
      <ScanBar
        hint={t('floor.type')}
        onScan={(text) => {
          if (text.trim()) {
            scan.mutate(text);
          }
        }}
      />
    </>
  );
}
