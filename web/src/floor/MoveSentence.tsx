import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { Blank } from './Blank';
import { Candidates, Choices } from './Offers';
import { DoneNote, MainButton, SmallButton, Warning } from './Parts';
import { DockList, RoundList, WaitingList, WhyHere } from './PutAwayLists';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { Facts, GoodsOf, Known, WholeLoad } from './SentenceParts';
import { useMoveDesk } from './useMoveDesk';
import type { ActionName } from './useSentence';

type View = Schemas['FloorMove'];

const WHOLE: string[] = ['WHOLE', 'SEVERAL', 'EVERYTHING'];

/**
 * What is being done, as one plain sentence with blanks that scans fill in any order. Putting away
 * is a move of what waits on a dock or a trolley.
 */
export function MoveSentence({
  site,
  verb = 'MOVE',
}: {
  site: Schemas['SiteCard'];
  verb?: 'MOVE' | 'PUT_AWAY';
}) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = useMoveDesk(site.id, verb);
  const [asking, setAsking] = useState(false);
  const now = desk.view.data;
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const away = verb === 'PUT_AWAY';
  const resting = !now.canUndo && now.outcome !== 'DONE';
  const onTrolley = now.load?.part === 'OFF' && now.item.state === 'EMPTY' ? now.load : null;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {now.outcome === 'DONE' && now.done ? (
          <Done view={now} onSame={away ? undefined : () => desk.act('SAME')} />
        ) : away && resting ? (
          <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0, p: 2, pb: 1 }}>
            {t('away.title')}
          </Box>
        ) : (
          <Sentence view={now} onWhy={() => setAsking(true)} />
        )}
        {desk.fault && <Refusal sentence={desk.fault.message} />}
        {now.refusal && !desk.fault && <Refusal sentence={now.refusal.sentence} />}
        {now.warning && <Warning>{t('away.warning', { why: now.warning })}</Warning>}
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={desk.say} />}
        {away && !now.canUndo && <WaitingList site={site.id} onChoose={desk.say} />}
        {!away && resting && <DockList site={site.id} onChoose={desk.say} />}
        {onTrolley && <RoundList site={site.id} load={onTrolley.id} />}
        {now.outcome !== 'DONE' && now.choices.length === 0 && !onTrolley && (
          <Candidates view={now} onChoose={desk.say} />
        )}
        {asking && <WhyHere site={site.id} view={now} onClose={() => setAsking(false)} />}
      </Box>
      <Doings
        view={now}
        busy={desk.busy}
        onAct={desk.act}
        onLeave={() => void navigate('/floor')}
      />
      <ScanBar site={site.id} hint={t(away ? 'away.hint' : 'move.hint')} onScan={desk.scan} />
    </>
  );
}

function Sentence({ view, onWhy }: { view: View; onWhy: () => void }) {
  const { t } = useTranslation();
  const why = (reason: Schemas['FloorPlace']['why']) =>
    reason ? t(`move.why.${reason}`) : undefined;
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.75 }}
    >
      {t(view.verb === 'PUT_AWAY' ? 'away.putAway' : 'move.move')}{' '}
      {view.load && WHOLE.includes(view.load.part) ? (
        <WholeLoad load={view.load} />
      ) : (
        <GoodsOf view={view} why={why} />
      )}{' '}
      {t('move.from')}{' '}
      <Blank state={view.from.state} label={t('from')}>
        <Code>{view.from.address}</Code>
      </Blank>{' '}
      {view.load?.part === 'ONTO' ? (
        <>
          {t('away.onto')}{' '}
          <Blank state="SAID" label={t('load')}>
            <Code>{view.load.code}</Code>
          </Blank>
        </>
      ) : (
        <>
          {t('move.to')}{' '}
          <Blank state={view.to.state} label={t('to')} why={why(view.to.why)}>
            {/* Whoever puts away reads this from the trolley. */}
            <Box component="span" sx={{ fontSize: view.verb === 'PUT_AWAY' ? 36 : 'inherit' }}>
              <Code>{view.to.address}</Code>
            </Box>
          </Blank>
        </>
      )}
      <Known item={view.item}>
        <Facts view={view} />
      </Known>
      {(view.to.why ?? view.warning) && view.item.id !== null && (
        <Button onClick={onWhy} sx={{ minHeight: 48, fontSize: 17, px: 0 }}>
          {t('away.why')}
        </Button>
      )}
    </Box>
  );
}

function Done({ view, onSame }: { view: View; onSame?: () => void }) {
  const { t } = useTranslation();
  return (
    <>
      <DoneNote title={t('move.done')}>{view.done?.sentence}</DoneNote>
      {onSame && (
        <Box sx={{ px: 2, pb: 2 }}>
          <Button
            variant="outlined"
            fullWidth
            onClick={onSame}
            sx={{ minHeight: 64, fontSize: 20 }}
          >
            {t('move.same')}
          </Button>
          <Box sx={{ mt: 2, color: 'text.secondary' }}>{t('move.next')}</Box>
        </Box>
      )}
    </>
  );
}

function Doings({
  view,
  busy,
  onAct,
  onLeave,
}: {
  view: View;
  busy: boolean;
  onAct: (action: ActionName) => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const begun = view.canUndo;
  const doIt =
    view.load?.part === 'ONTO'
      ? t('away.load_it')
      : t(view.verb === 'PUT_AWAY' ? 'away.confirm' : 'move.confirm');
  const main = view.ready ? doIt : view.whole ? t('move.accept') : undefined;
  return (
    <Box sx={{ px: 1.5, pb: 1.5, display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {begun ? (
          <>
            <SmallButton onClick={() => onAct('UNDO')}>{t('move.undo')}</SmallButton>
            {view.verb === 'MOVE' && (
              <SmallButton onClick={() => onAct('TURN')}>{t('move.turn')}</SmallButton>
            )}
            <SmallButton onClick={() => onAct('CLEAR')}>{t('move.clear')}</SmallButton>
          </>
        ) : (
          <>
            <SmallButton onClick={onLeave}>{t('back')}</SmallButton>
            {view.canSame && view.outcome !== 'DONE' && view.verb === 'MOVE' && (
              <SmallButton onClick={() => onAct('SAME')}>{t('move.same')}</SmallButton>
            )}
          </>
        )}
      </Box>
      {main && (
        <MainButton disabled={busy} onClick={() => onAct('CONFIRM')}>
          {main}
        </MainButton>
      )}
    </Box>
  );
}
