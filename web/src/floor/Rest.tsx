import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { api, commandId, Problem, read, type Schemas } from '../api/client';
import { useMay } from '../app/session';
import { sound } from '../kit/tones';
import { holdScan, takeHeldScans } from './heldScans';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { saying } from './useSentence';

type Hit = Schemas['FloorHit'];

const DOORS: Partial<Record<string, string>> = {
  MOVE: '/floor/move',
  PUTAWAY: '/floor/put-away',
  RECEIVE: '/floor/receive',
  SEND: '/floor/send',
  ARRIVE: '/floor/arrive',
  COUNT: '/floor/count',
  ADJUST: '/floor/adjust',
  PICK: '/floor/pick',
  PACK: '/floor/pack',
};

/** Nothing is being done: whatever is scanned is a start. */
export function Rest({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const unfinished = useQuery({
    queryKey: ['floor-move', site.id, 'MOVE'],
    queryFn: () => read(api.GET('/api/floor/move', { params: { query: { site: site.id } } })),
    enabled: mayMove,
  });
  const waiting = useQuery({
    queryKey: ['waiting', site.id],
    queryFn: () => read(api.GET('/api/waiting', { params: { query: { site: site.id } } })),
  });
  const open = useOpen(site.id);
  const scan = useMutation({
    mutationFn: (text: string) =>
      read(api.POST('/api/floor/scan', { body: { site: site.id, text } })),
  });
  // Until it is known where a scan leads, the next ones wait: they may be for the page it opens.
  const deciding = useRef(false);
  function hear(text: string) {
    if (deciding.current) {
      holdScan(text);
      return;
    }
    deciding.current = true;
    scan.mutate(text, {
      onSuccess: (found) => {
        sound(found.refusal ? 'bad' : 'good');
        const door = found.action && DOORS[found.action];
        if (door) {
          void navigate(door);
        } else if (found.hits.length === 1) {
          begin(found.hits[0]);
        } else {
          stay();
        }
      },
      onError: refused,
    });
  }
  function begin(hit: Hit) {
    deciding.current = true;
    open.mutate(hit, { onSuccess: (path) => void navigate(path), onError: refused });
  }
  function refused() {
    sound('bad');
    stay();
  }
  function stay() {
    deciding.current = false;
    takeHeldScans().forEach(hear);
  }
  const hits = scan.data?.hits ?? [];
  const refusal =
    scan.data?.refusal?.sentence ??
    (scan.data?.action && !DOORS[scan.data.action] ? t('floor.nothingToDo') : undefined) ??
    (scan.error instanceof Problem ? scan.error.message : undefined) ??
    (open.error instanceof Problem ? open.error.message : undefined);
  const begun = unfinished.data?.canUndo ?? false;
  const away = waiting.data?.filter((row) => row.condition !== 'ON_HOLD').length ?? 0;
  const big = { minHeight: 64, fontSize: 22 };
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
                onClick={() => begin(hit)}
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
        <Box sx={{ px: 1.5, pb: 1.5, display: 'grid', gap: 1 }}>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {(
              [
                ['receive', t('receive.start')],
                ['put-away', t('away.start', { count: away })],
                ['send', t('going.send')],
                ['arrive', t('going.arrive')],
                ['count', t('counting.start')],
                ['pick', t('picking.start')],
                ['pack', t('packing.start')],
                ['adjust', t('righting.start')],
              ] as const
            ).map(([to, word]) => (
              <Button
                key={to}
                variant="outlined"
                onClick={() => void navigate(`/floor/${to}`)}
                sx={big}
              >
                {word}
              </Button>
            ))}
          </Box>
          <Button variant="contained" onClick={() => void navigate('/floor/move')} sx={big}>
            {begun ? t('move.goOn') : t('move.start')}
          </Button>
        </Box>
      )}
      <ScanBar
        hint={t('floor.type')}
        onScan={(scanned) => {
          if (scanned.trim()) {
            hear(scanned);
          }
        }}
      />
    </>
  );
}

/** Opens what was scanned: a card, or the sentence that it begins. */
function useOpen(site: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (hit: Hit) => {
      if (hit.kind === 'ORDER') {
        const view = await read(
          api.POST('/api/floor/receive/order', { ...commandId(), body: { site, order: hit.id } }),
        );
        queries.setQueryData(['floor-receive', site], view);
        return '/floor/receive';
      }
      if (hit.kind === 'TRANSFER') {
        const view = await read(
          api.POST('/api/floor/transfer', {
            ...commandId(),
            body: { site, transfer: hit.id },
          }),
        );
        queries.setQueryData(['floor-move', site, view.verb], view);
        return view.verb === 'SEND' ? '/floor/send' : '/floor/arrive';
      }
      if (hit.kind === 'COUNT') {
        const view = await read(
          api.POST('/api/floor/count/choose', {
            ...commandId(),
            body: { site, count: hit.id },
          }),
        );
        queries.setQueryData(['floor-count', site], view);
        return '/floor/count';
      }
      if (hit.kind === 'LOAD') {
        const verb = 'PUT_AWAY' as const;
        await read(
          api.POST('/api/floor/move/act', {
            ...commandId(),
            body: { site, verb, action: 'CLEAR' },
          }),
        );
        const view = await read(
          api.POST('/api/floor/move/say', {
            ...commandId(),
            body: { site, verb, saying: saying({ kind: 'LOAD', load: hit.id }) },
          }),
        );
        queries.setQueryData(['floor-move', site, verb], view);
        return '/floor/put-away';
      }
      if (hit.kind === 'LEAVING') {
        const order = await read(
          api.GET('/api/outbound/{id}', { params: { path: { id: hit.id } } }),
        );
        if (order.kept.some((one) => !one.picked)) {
          const view = await read(
            api.POST('/api/floor/pick/round', {
              ...commandId(),
              body: { site, orders: [{ order: hit.id }] },
            }),
          );
          queries.setQueryData(['floor-pick', site, 'PICK'], view);
          return '/floor/pick';
        }
        const view = await read(
          api.POST('/api/floor/pick/order', { ...commandId(), body: { site, order: hit.id } }),
        );
        queries.setQueryData(['floor-pick', site, 'PACK'], view);
        return '/floor/pack';
      }
      if (hit.kind === 'LOAN') {
        return `/floor/loan/${hit.id}`;
      }
      return hit.kind === 'BIN' ? `/floor/bin/${hit.id}` : `/floor/item/${hit.itemId}`;
    },
  });
}
