import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../app/words';
import type { TransferVerb } from './desks';
import { Candidates } from './Offers';
import { DoneNote, HeadStrip } from './Parts';
import { SendNow } from './SendNow';
import { SentenceLine } from './SentenceLine';
import { useBasics, type Parts, type Talk } from './talk';
import { TransferChoice } from './TransferChoice';
import { InTransit, PickedList, PickList } from './TransferLists';

/** Goods leave for another site, or come in from one: the list of the transfer under the sentence. */
export function useTransferParts(talk: Talk): Parts {
  const { site, now, desk } = talk;
  const { undo, clear, back, confirm, amount, addable } = useBasics(talk);
  const [sending, setSending] = useState(false);
  const [sent, setSent] = useState<{ to: string; reviewed: boolean } | null>(null);
  const transfer = now.transfer;
  const sends = now.verb === 'SEND';
  const begun = now.canUndo;
  const choose = (document: number) => {
    setSent(null);
    desk.speak({ kind: 'document', document });
  };
  if (!transfer) {
    return {
      head: sent && (
        <DoneNote title={t('move.done')}>
          {t(sent.reviewed ? 'going.handedIn' : 'going.sent', { site: sent.to })}
        </DoneNote>
      ),
      choice: (
        <TransferChoice
          site={site}
          verb={now.verb as TransferVerb}
          onChoose={choose}
          onBegin={(to) => {
            setSent(null);
            desk.speak({ kind: 'begin', to });
          }}
        />
      ),
      small: [back],
      hint: t('going.hintChoose'),
    };
  }
  const reviewed = site.unplannedReviewed && !transfer.planned;
  const picked = transfer.kept.some((one) => one.picked);
  const finish = {
    label: t(reviewed ? 'transfer.handIn' : 'going.finish'),
    onPress: () => setSending(true),
  };
  const other = { label: t('going.other'), onPress: () => choose(0) };
  return {
    head: (
      <HeadStrip number={transfer.number}>
        <Box sx={{ flex: 1, fontWeight: 600 }}>
          {sends ? `→ ${transfer.to}` : `${transfer.from} →`}
        </Box>
        <Box sx={{ color: 'text.secondary' }}>{t(`transfer.state.${transfer.state}`)}</Box>
      </HeadStrip>
    ),
    title: begun ? <SentenceLine view={now} /> : <></>,
    add: addable(t('going.sendAllTheSame')),
    body: (
      <>
        {begun && now.choices.length === 0 && <Candidates view={now} onChoose={desk.say} />}
        {!sends && <InTransit transfer={transfer} onChoose={desk.say} />}
        {sends && !sending && (
          <>
            <PickList transfer={transfer} onChoose={desk.say} />
            <PickedList transfer={transfer} onChanged={() => void desk.view.refetch()} />
          </>
        )}
        {sends && sending && (
          <SendNow
            transfer={transfer}
            reviewed={reviewed}
            busy={desk.busy}
            onSend={(rest) => {
              setSending(false);
              setSent({ to: transfer.to, reviewed });
              desk.speak({ kind: 'sending', transfer: transfer.id, rest });
            }}
            onCancel={() => setSending(false)}
          />
        )}
      </>
    ),
    small: sending ? [] : begun ? [undo, clear] : [back, other],
    main: sending
      ? undefined
      : begun
        ? now.whole
          ? confirm(sends ? t('going.pickIt', amount) : t('going.itIsHere'))
          : undefined
        : picked
          ? finish
          : undefined,
    hint: t('going.hint'),
  };
}
