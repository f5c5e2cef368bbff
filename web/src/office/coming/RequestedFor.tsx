import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
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

const PAGES: Partial<Record<Schemas['MadeForOrder']['kind'], string>> = {
  TRANSFER: 'transfers',
  OUTBOUND_ORDER: 'outbound',
};

/** Of a cancelled order: the transfers and jobs that were made for it and go on without it. */
function MadeFor({ order }: { order: number }) {
  const made = useQuery(question('/api/replenishment/orders/{order}/made', { order }));
  const open = made.data?.filter((one) => !one.ended);
  return (
    !!open?.length && (
      <Part title={t('outbound.madeFor')}>
        {open.map((one) => (
          <GridRow key={`${one.number} ${one.itemId}`} tracks="110px 1fr 110px">
            <Link to={`/office/coming/${PAGES[one.kind]}?open=${one.id}`}>
              <Code>{one.number}</Code>
            </Link>
            <span>{one.name}</span>
            <Amount value={one.quantity} unit={one.symbol} />
          </GridRow>
        ))}
        <Box sx={{ color: 'text.secondary' }}>{t('outbound.madeForHelp')}</Box>
      </Part>
    )
  );
}

/** Of a cancelled order: what was asked for because of it, to cancel or to keep. */
export function RequestedFor({ card }: { card: Schemas['OutboundCard'] }) {
  return (
    card.state === 'CANCELLED' && (
      <>
        <Requested card={card} />
        <MadeFor order={card.id} />
      </>
    )
  );
}

/** What was requested for it and is not ordered yet. */
function Requested({ card }: { card: Schemas['OutboundCard'] }) {
  const may = useMay('POST');
  const requested = useQuery(question('/api/requisitions', { q: card.number, limit: 100 }));
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
