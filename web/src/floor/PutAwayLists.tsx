import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ago, quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { ListHead, Marks, Row } from './Parts';
import type { View } from './desks';
import { teller } from './told';
import { useWaiting } from './waiting';
import { goodsSaid, saying, type Saying } from './useSentence';

/** Everything that waits on docks, at inspection and on trolleys: to tap instead of a scan. */
export function WaitingList({
  site,
  onChoose,
}: {
  site: number;
  onChoose: (saying: Saying) => void;
}) {
  const waiting = useWaiting(site);
  const rows = waiting.data ?? [];
  const trolleys = new Map(rows.filter((row) => row.trolley).map((row) => [row.loadId, row]));
  const goods = rows.filter((row) => !row.trolley && row.condition !== 'ON_HOLD');
  const toCheck = rows.length - goods.length - rows.filter((row) => row.trolley).length;
  const whole = (row: Schemas['WaitingRow']) =>
    row.loadId ? saying({ kind: 'LOAD', load: row.loadId }) : goodsSaid(row, row.placeId);
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ProblemNote problem={waiting.error} />
      {[...trolleys.values()].map((row) => (
        <Row
          key={row.loadId}
          onTap={() => onChoose(saying({ kind: 'LOAD', load: row.loadId }))}
          title={
            <>
              {t('away.trolley')} <Code strong>{row.load}</Code>
            </>
          }
          detail={t('away.unload')}
        />
      ))}
      {goods.map((row) => (
        <Row
          key={row.key}
          onTap={() => onChoose(whole(row))}
          title={row.name}
          detail={
            <>
              <Marks of={{ ...row, load: null }} place={row.place} />
              {row.since && ` · ${ago(row.since)}`}
            </>
          }
          end={<Amount value={row.quantity} unit={row.symbol} />}
        />
      ))}
      {waiting.data && goods.length === 0 && trolleys.size === 0 && (
        <Box sx={{ py: 2, fontSize: 20, color: 'text.secondary' }}>{t('away.nothing')}</Box>
      )}
      {toCheck > 0 && (
        <Box sx={{ py: 1.5, borderTop: 1, borderColor: 'divider', color: 'text.secondary' }}>
          {t('away.toCheck', { count: toCheck })}
        </Box>
      )}
    </Box>
  );
}

/** What lies at the dock, to choose from instead of a scan; nothing where there is none. */
export function DockList({ site, onChoose }: { site: number; onChoose: (saying: Saying) => void }) {
  const waiting = useWaiting(site);
  return (waiting.data?.length ?? 0) === 0 ? null : (
    <>
      <ListHead>{t('move.dock')}</ListHead>
      <WaitingList site={site} onChoose={onChoose} />
    </>
  );
}

/** A trolley's stops in walking order; the first is the next. */
export function RoundList({ site, load }: { site: number; load: number }) {
  const round = useQuery(question('/api/floor/round', { site, load }));
  const stops = round.data?.stops ?? [];
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ProblemNote problem={round.error} />
      {stops.map((stop, i) => (
        <Row
          key={`${stop.placeId} ${stop.itemId} ${stop.lotId}`}
          title={
            <Box component="span" sx={{ fontSize: i === 0 ? 24 : 18 }}>
              <Code strong>{stop.address}</Code> {stop.name}
            </Box>
          }
          detail={stop.lot && <Marks of={stop} />}
          end={<Amount value={stop.quantity} unit={stop.symbol} />}
        />
      ))}
      {round.data?.nowhere.map((one) => (
        <Box key={one.name + one.lot} sx={{ p: 1.5, color: 'error.main' }}>
          {t('away.nowhere', { what: `${quantity(one.quantity)} ${one.symbol} ${one.name}` })}
        </Box>
      ))}
    </Box>
  );
}

/** Why the house would put the goods there: each bin that was looked at, with the reason. */
export function WhyHere({
  site,
  view,
  onClose,
}: {
  site: number;
  view: View;
  onClose: () => void;
}) {
  const query = {
    site,
    item: view.item.id ?? 0,
    lot: view.lot?.id ?? 0,
    place: view.from?.id ?? 0,
    load: view.load?.part === 'WHOLE' ? view.load.id : 0,
    condition: view.condition ?? ('GOOD' as const),
    quantity: view.held,
  };
  const plan = useQuery(question('/api/put-away/plan', query));
  return (
    <Box sx={{ m: 1.5, p: 1.5, border: '1.5px solid', bgcolor: 'background.paper' }}>
      <ListHead>
        {t('away.whyTitle', { amount: `${quantity(view.held)} ${view.item.symbol ?? ''}` })}
      </ListHead>
      <ProblemNote problem={plan.error} />
      <Reasons advice={plan.data} />
      <Button onClick={onClose} sx={{ minHeight: 48, fontSize: 17 }}>
        {t('close')}
      </Button>
    </Box>
  );
}

/** The bins of a plan, those that are taken marked by weight and a sign. */
export function Reasons({ advice }: { advice?: Schemas['PutAwayPlan'] }) {
  const { verdict } = teller();
  if (!advice) {
    return <Box>{t('loading')}</Box>;
  }
  return (
    <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, my: 1 }}>
      {advice.reasons.map((reason) => (
        <Box
          component="li"
          key={reason.placeId}
          sx={{
            display: 'grid',
            gridTemplateColumns: '20px 110px 1fr',
            gap: 0.5,
            py: 0.5,
            borderTop: 1,
            borderColor: 'divider',
            color: reason.taken ? 'text.primary' : 'text.secondary',
          }}
        >
          <span aria-hidden>{reason.taken ? '●' : '○'}</span>
          <Code strong={reason.taken}>{reason.place}</Code>
          <span>
            {reason.taken && (
              <b>
                <Amount value={reason.quantity} unit={advice.symbol} />{' '}
              </b>
            )}
            {t(`away.stage.${reason.stage}`)}: {verdict(reason.why)}
          </span>
        </Box>
      ))}
      {Number(advice.missing) > 0 && (
        <Box component="li" sx={{ py: 0.5, color: 'error.main' }}>
          {t('away.nowhere', { what: `${quantity(advice.missing)} ${advice.symbol}` })}
        </Box>
      )}
    </Box>
  );
}
