import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { Blank } from './Blank';
import { Candidates, Choices } from './Offers';
import { DoneNote, HeadStrip, MainButton, SmallButton } from './Parts';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { Facts, GoodsOf, Known, WholeLoad } from './SentenceParts';
import { SendNow } from './SendNow';
import { TransferChoice } from './TransferChoice';
import { OnTheRoad, PickList, PickedList } from './TransferLists';
import { useMoveDesk, type TransferVerb } from './useMoveDesk';
import { saying, type ActionName } from './useSentence';

type View = Schemas['FloorMove'];

/** Goods leave for another site, or come off the road: one sentence a line, and the list under it. */
export function TransferSentence({
  site,
  verb,
}: {
  site: Schemas['SiteCard'];
  verb: TransferVerb;
}) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = useMoveDesk(site.id, verb);
  const [sending, setSending] = useState(false);
  const [sentTo, setSentTo] = useState<string | null>(null);
  const now = desk.view.data;
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const transfer = now.transfer;
  const begun = now.canUndo;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {transfer && <Head transfer={transfer} verb={verb} />}
        {!transfer && sentTo && (
          <DoneNote title={t('move.done')}>{t('going.sent', { site: sentTo })}</DoneNote>
        )}
        {now.outcome === 'DONE' && now.done && (
          <DoneNote title={t('move.done')}>{now.done.sentence}</DoneNote>
        )}
        {transfer && begun && <Sentence view={now} />}
        {desk.fault && <Refusal sentence={desk.fault.message} />}
        {now.refusal && !desk.fault && <Refusal sentence={now.refusal.sentence} />}
        {now.unordered !== null && (
          <Box sx={{ px: 1.5, display: 'grid' }}>
            <Button
              variant="outlined"
              sx={{ minHeight: 60, fontSize: 19 }}
              onClick={() =>
                desk.say(saying({ kind: 'KNOWINGLY', item: now.unordered ?? undefined }))
              }
            >
              {t('going.sendAllTheSame')}
            </Button>
          </Box>
        )}
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={desk.say} />}
        {begun && now.choices.length === 0 && <Candidates view={now} onChoose={desk.say} />}
        {!transfer && (
          <TransferChoice
            site={site}
            verb={verb}
            onChoose={(id) => {
              setSentTo(null);
              desk.speak({ kind: 'transfer', transfer: id });
            }}
            onBegin={(to) => {
              setSentTo(null);
              desk.speak({ kind: 'begin', to });
            }}
          />
        )}
        {transfer && verb === 'SEND' && !sending && (
          <>
            <PickList transfer={transfer} onChoose={desk.say} />
            <PickedList transfer={transfer} onChanged={() => void desk.view.refetch()} />
          </>
        )}
        {transfer && verb === 'SEND' && sending && (
          <SendNow
            transfer={transfer}
            busy={desk.busy}
            onSend={(rest) => {
              setSending(false);
              setSentTo(transfer.to);
              desk.speak({ kind: 'sending', transfer: transfer.id, rest });
            }}
            onCancel={() => setSending(false)}
          />
        )}
        {transfer && verb === 'ARRIVE' && <OnTheRoad transfer={transfer} onChoose={desk.say} />}
      </Box>
      {!sending && (
        <Doings
          view={now}
          busy={desk.busy}
          onAct={desk.act}
          onOther={() => desk.speak({ kind: 'transfer', transfer: 0 })}
          onSend={() => setSending(true)}
          onLeave={() => void navigate('/floor')}
        />
      )}
      <ScanBar
        site={site.id}
        hint={t(transfer ? 'going.hint' : 'going.hintChoose')}
        onScan={desk.scan}
      />
    </>
  );
}

function Head({ transfer, verb }: { transfer: Schemas['FloorTransfer']; verb: TransferVerb }) {
  const { t } = useTranslation();
  return (
    <HeadStrip number={transfer.number}>
      <Box sx={{ flex: 1, fontWeight: 600 }}>
        {verb === 'SEND' ? `→ ${transfer.to}` : `${transfer.from} →`}
      </Box>
      <Box sx={{ color: 'text.secondary' }}>{t(`transfer.state.${transfer.state}`)}</Box>
    </HeadStrip>
  );
}

function Sentence({ view }: { view: View }) {
  const { t } = useTranslation();
  const why = (reason: Schemas['FloorPlace']['why']) =>
    reason ? t(`move.why.${reason}`) : undefined;
  const sends = view.verb === 'SEND';
  const end = sends ? view.from : view.to;
  const whole = view.load && view.load.part !== 'OFF' && view.load.part !== 'ONTO';
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.7 }}
    >
      {t(sends ? 'going.sendVerb' : 'going.arriveVerb')}{' '}
      {view.load && whole ? <WholeLoad load={view.load} /> : <GoodsOf view={view} why={why} />}{' '}
      {t(sends ? 'move.from' : 'going.at')}{' '}
      <Blank state={end.state} label={t(sends ? 'from' : 'receive.place')} why={why(end.why)}>
        <Code>{end.address}</Code>
      </Blank>
      <Known item={view.item}>
        <Facts view={view} />
        {sends && view.item.available && view.item.id !== null && (
          <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
            <Code>{view.item.code}</Code> ·{' '}
            {t('going.available', {
              amount: `${Number(view.item.available) === 0 ? '0' : quantity(view.item.available)} ${view.item.symbol}`,
            })}
          </Box>
        )}
      </Known>
    </Box>
  );
}

function Doings({
  view,
  busy,
  onAct,
  onOther,
  onSend,
  onLeave,
}: {
  view: View;
  busy: boolean;
  onAct: (action: ActionName) => void;
  onOther: () => void;
  onSend: () => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const begun = view.canUndo;
  const picked = view.transfer?.kept.some((one) => one.picked) ?? false;
  return (
    <Box sx={{ px: 1.5, pb: 1.5, pt: 1, display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {begun ? (
          <>
            <SmallButton onClick={() => onAct('UNDO')}>{t('move.undo')}</SmallButton>
            <SmallButton onClick={() => onAct('CLEAR')}>{t('move.clear')}</SmallButton>
          </>
        ) : (
          <>
            <SmallButton onClick={onLeave}>{t('back')}</SmallButton>
            {view.transfer && <SmallButton onClick={onOther}>{t('going.other')}</SmallButton>}
          </>
        )}
      </Box>
      {begun && view.whole && (
        <MainButton disabled={busy} onClick={() => onAct('CONFIRM')}>
          {t(view.verb === 'SEND' ? 'going.pickIt' : 'going.itIsHere')}
        </MainButton>
      )}
      {!begun && picked && (
        <MainButton disabled={busy} onClick={onSend}>
          {t('going.finish')}
        </MainButton>
      )}
    </Box>
  );
}
