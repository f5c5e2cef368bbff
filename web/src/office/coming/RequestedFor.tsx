import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';

const WAYS = { drop: '/api/requisitions/drop', keep: '/api/requisitions/keeping' } as const;

/** Of a cancelled order: what was requested for it and is not ordered yet, to cancel or to keep. */
export function RequestedFor({ card }: { card: Schemas['OutboundCard'] }) {
  const may = useMay('POST');
  const requested = useQuery({
    ...question('/api/requisitions', { q: card.number, limit: 100 }),
    enabled: card.state === 'CANCELLED',
  });
  const open = (requested.data?.rows ?? []).filter(
    (line) =>
      line.source === card.number &&
      line.sourceLine > 0 &&
      (line.state === 'REQUESTED' || line.state === 'APPROVED'),
  );
  const decide = useSave(['requisitions'], (command, way: keyof typeof WAYS) =>
    post(WAYS[way])(command, { ids: open.map((line) => line.id) }),
  );
  return (
    card.state === 'CANCELLED' &&
    open.length > 0 && (
      <Part title={t('outbound.requestedFor')}>
        {open.map((line) => (
          <GridRow key={line.id} tracks="110px 1fr 110px">
            <Code>{line.number}</Code>
            <span>{line.name}</span>
            <Amount value={line.quantity} unit={line.symbol} />
          </GridRow>
        ))}
        <ProblemNote problem={decide.error} />
        {may && (
          <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
            <Button
              variant="contained"
              loading={decide.isPending}
              onClick={() => decide.mutate('drop')}
            >
              {t('outbound.dropRequested')}
            </Button>
            <Button
              variant="outlined"
              disabled={decide.isPending}
              onClick={() => decide.mutate('keep')}
            >
              {t('outbound.keepRequested')}
            </Button>
          </Box>
        )}
      </Part>
    )
  );
}
