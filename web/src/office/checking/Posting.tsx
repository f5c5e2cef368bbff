import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMe } from '../../app/session';
import { count as grouped, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';
import { whatCan } from '../../kit/whatCan';
import { signed } from './Review';
import { COUNTS } from './counts';

type Card = Schemas['CountCard'];

/** What posting will do, in quantity and money, before it is done; and the button that does it. */
export function Posting({ count }: { count: Card }) {
  const me = useMe();
  const { can } = whatCan(count.can);
  const path = { id: count.id };
  const outcome = useQuery(question('/api/counts/{id}/outcome', path));
  const old = [...COUNTS, 'on-hand', 'ledger'];
  const posting = useSave(old, post('/api/counts/{id}/posting', path));
  const approve = useSave(old, post('/api/counts/{id}/approval', path));
  const will = outcome.data;
  if (!will) {
    return <ProblemNote problem={outcome.error} />;
  }
  const posted = count.state === 'POSTED';
  const open = will.undecided + will.waiting + will.uncounted;
  const seen = { net: will.net, lines: will.lines };
  const proposed = count.proposedBy !== null;
  return (
    <Box
      component="section"
      aria-label={t(posted ? 'count.outcomePosted' : 'count.outcome')}
      sx={{
        borderTop: 2,
        borderColor: 'text.primary',
        bgcolor: 'background.paper',
        px: 2,
        py: 1.25,
        display: 'flex',
        gap: 2,
        alignItems: 'center',
      }}
    >
      <Box sx={{ flex: 1 }}>
        <Box sx={{ fontSize: 17 }} data-testid="outcome">
          {!posted &&
            (will.lines === 0
              ? t('count.willNothing', { counted: grouped(will.counted) })
              : t('count.will', {
                  count: will.lines,
                  lines: grouped(will.lines),
                  up: grouped(will.up),
                  down: grouped(will.down),
                }))}
          {posted &&
            (count.reversed
              ? t('count.wasReversed')
              : will.lines === 0
                ? t('count.didNothing', { counted: grouped(will.counted) })
                : t('count.did', {
                    count: will.lines,
                    lines: grouped(will.lines),
                    up: grouped(will.up),
                    down: grouped(will.down),
                    counted: grouped(will.counted),
                  }))}{' '}
          {will.lines > 0 && (
            <b>
              {t('count.willMoney', {
                net: signed(will.net, money(will.net)),
                gain: money(will.gain),
                loss: money(will.loss),
              })}
            </b>
          )}
        </Box>
        {!posted && (
          <Box sx={{ color: open > 0 ? 'error.main' : 'text.secondary' }}>
            {[
              will.undecided > 0 && t('count.leftUndecided', { count: will.undecided }),
              will.waiting > 0 && t('count.leftWaiting', { count: will.waiting }),
              will.uncounted > 0 && t('count.leftUncounted', { count: will.uncounted }),
              will.overtaken > 0 && t('count.overtaken', { count: will.overtaken }),
              will.few.length > 0 && t('count.few', { what: will.few.join('; ') }),
            ]
              .filter(Boolean)
              .join(' · ') ||
              (proposed
                ? t('count.proposedBy', { name: count.proposedBy })
                : will.needsApproval
                  ? t('count.needsApproval', { limit: money(will.approvalValue) })
                  : t('count.allDecided'))}
          </Box>
        )}
        <ProblemNote problem={posting.error ?? approve.error} />
      </Box>
      {can('POST') && (
        <Button
          variant="contained"
          size="large"
          disabled={open > 0}
          loading={posting.isPending}
          onClick={() => posting.mutate(seen)}
        >
          {t(will.needsApproval ? 'count.propose' : 'count.post')}
        </Button>
      )}
      {can('APPROVE') && (
        <Button
          variant="contained"
          size="large"
          disabled={count.proposedBy === me.name}
          loading={approve.isPending}
          onClick={() => approve.mutate(seen)}
        >
          {t('count.approve')}
        </Button>
      )}
    </Box>
  );
}
