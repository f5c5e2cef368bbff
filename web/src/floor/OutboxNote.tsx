import Box from '@mui/material/Box';
import { Link, useLocation } from 'react-router';
import { t } from '../app/words';
import { clock } from '../kit/format';
import { verbOf, type Step } from './desks';
import type { Waiting } from './outbox';
import { DOORS } from './doors';
import { useOutbox } from './OutboxContext';
import { Refusal, SmallButton } from './Parts';

/** What waits to be sent: how much, since when, and what holds it up. */
export function OutboxNote() {
  const { pathname } = useLocation();
  const { outbox, state } = useOutbox();
  const { stopped, waiting } = state;
  const behind = stopped ? waiting.length - 1 : 0;
  const elsewhere = stopped !== null && DOORS[verbOf(stopped.one.desk)] !== pathname;
  return (
    <>
      {state.fleeting && <Refusal sentence={t('outbox.fleeting')} />}
      {state.unanswered && waiting[0] && (
        <Refusal
          sentence={`${t('outbox.unanswered')} ${t('outbox.since', {
            count: waiting.length,
            time: clock(waiting[0].said),
          })}`}
        />
      )}
      {stopped && (behind > 0 || elsewhere) && (
        <Box sx={{ pb: 1 }}>
          <Refusal
            sentence={t('outbox.refused', {
              what: said(stopped.one),
              why: stopped.problem?.message ?? t('outbox.seeThere'),
            })}
          />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, px: 1.5 }}>
            {elsewhere && <Link to={DOORS[verbOf(stopped.one.desk)]}>{t('outbox.look')}</Link>}
            <SmallButton onClick={() => void outbox.goOn()}>
              {behind > 0 ? t('outbox.goOn', { count: behind }) : t('outbox.seen')}
            </SmallButton>
            {behind > 0 && (
              <SmallButton onClick={() => void outbox.dropAll()}>
                {t('outbox.remove', { count: behind })}
              </SmallButton>
            )}
          </Box>
        </Box>
      )}
    </>
  );
}

/** What was said, as far as it has a word. */
function said(one: Waiting): string {
  const step = one.step as Step;
  return step.kind === 'scan' ? step.text : t('outbox.something');
}
