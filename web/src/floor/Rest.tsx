import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { t, type Word } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { useMay } from '../app/session';
import { Choices } from './Choices';
import { useOpening } from './opening';
import { sentenceDesk } from './desks';
import { useRefills, useWaiting } from './waiting';
import { ScanBar } from './ScanBar';
import { Refusal } from './Parts';

/** Nothing is being done: whatever is scanned is a start. */
export function Rest({ site }: { site: Schemas['SiteCard'] }) {
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const moving = sentenceDesk(site.id, 'MOVE');
  const unfinished = useQuery({
    queryKey: moving.key,
    queryFn: moving.load,
    enabled: mayMove,
  });
  const waiting = useWaiting(site.id);
  const { hear, begin, hits, refusal } = useOpening(site.id);
  const begun = unfinished.data?.canUndo ?? false;
  const away = waiting.data?.filter((row) => row.condition !== 'ON_HOLD').length ?? 0;
  const checks = waiting.data?.filter((row) => row.condition === 'ON_HOLD').length ?? 0;
  const refills = useRefills(site.id).data?.filter((row) => row.sources.length > 0).length ?? 0;
  const big = { minHeight: 64, fontSize: 22 };
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <Box sx={{ p: 2 }}>
          <Box component="h1" sx={{ typography: 'h1', fontSize: 34, mt: 0.5 }}>
            {t('floor.scanAnything')}
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 18 }}>{t('floor.scanWhat')}</Box>
          <ToDo site={site.id} />
        </Box>
        {refusal && <Refusal sentence={refusal} />}
        {hits.length > 0 && <Choices choices={hits} onChoose={begin} />}
      </Box>
      {mayMove && (
        <Box sx={{ px: 1.5, pb: 1.5, display: 'grid', gap: 1 }}>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {(
              [
                ['receive', t('receive.start')],
                ['put-away', t('away.start', { count: away })],
                ['refill', t('refill.start', { count: refills })],
                ['send', t('going.send')],
                ['arrive', t('going.arrive')],
                ['count', t('counting.start')],
                ['pick', t('picking.start')],
                ['pack', t('packing.start')],
                ['adjust', t('righting.start')],
                ['request', t('request.start')],
                ...(checks > 0 ? [['check', t('checked.start', { count: checks })] as const] : []),
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
        site={site.id}
        hint={t('floor.type')}
        onScan={hear}
        onFind={(item) => void navigate(`/floor/item/${item}`)}
      />
    </>
  );
}

const FIVE_MINUTES = 300_000;

/** What waits in the stockroom today, in a few lines. */
function ToDo({ site }: { site: number }) {
  const tasks =
    useQuery({ ...question('/api/today/tasks', { site }), staleTime: FIVE_MINUTES }).data ?? [];
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0, fontSize: 18 }}>
      {tasks
        .filter((task) => task.turn === 'FLOOR')
        .map(({ kind, count }) => (
          <li key={kind}>
            <b>{count}</b> {t(`today.task.${kind}` as Word, { count })}
          </li>
        ))}
    </Box>
  );
}
