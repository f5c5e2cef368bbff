import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { Listed, Row, SmallButton } from './Parts';

type Stop = Schemas['FloorPickStop'];
type Choice = Schemas['RemovalChoice'];

/** Further down the order nobody looks. */
const SHOWN = 8;

/** Why a stop of the walk leads to its bin: the rule that holds, and what came before and after. */
export function WhyFromThere({ stop, onClose }: { stop: Stop; onClose: () => void }) {
  const reason = useQuery(
    question('/api/outbound/{id}/reserved/{reservation}/reason', {
      id: stop.orderId,
      reservation: stop.id,
    }),
  );
  const found = reason.data;
  return (
    <>
      <ProblemNote problem={reason.error} />
      {found && (
        <>
          <Box sx={{ px: 1.5, pb: 1, fontSize: 19 }}>
            <b>{found.now.governing ?? t('removal.usual')}</b>
            {!found.still && (
              <Box sx={{ color: 'error.main', mt: 0.5 }}>
                {t('picking.changedSince', { place: found.place })}
              </Box>
            )}
          </Box>
          <Listed head={t('picking.inOrder', { name: found.now.name })}>
            {found.now.choices.slice(0, SHOWN).map((one, i) => (
              <Row
                key={i}
                title={
                  <>
                    {one.rank > 0 && `${one.rank}. `}
                    <Code strong={one.placeId === found.placeId}>{one.place}</Code>{' '}
                    {one.lot && <Code>{one.lot}</Code>} {one.serial && <Code>{one.serial}</Code>}
                  </>
                }
                detail={becauseOf(one)}
                end={quantity(Number(one.taken) > 0 ? one.taken : one.free)}
              />
            ))}
          </Listed>
        </>
      )}
      <Box sx={{ px: 1.5, pb: 1 }}>
        <SmallButton onClick={onClose}>{t('picking.backToWalk')}</SmallButton>
      </Box>
    </>
  );
}

function becauseOf(one: Choice): string {
  return [
    one.rank > 0 && one.behind
      ? t(`removal.behind.${one.behind}`)
      : t(`removal.verdict.${one.verdict}`),
    one.expiry && `${t('expires')} ${date(one.expiry)}`,
    one.inDate && t('removal.since', { day: date(one.inDate) }),
  ]
    .filter(Boolean)
    .join(' · ');
}
