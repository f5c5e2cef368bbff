import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../app/words';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { Arriving, StillOpen } from './Arriving';
import type { Saying, View } from './desks';
import { JustReceived, ReceiptSummary } from './ReceiptSummary';
import { HeadStrip, Listed, Row, SmallButton, TypeIn, TypeLine, Warning } from './Parts';
import { SentenceLine } from './SentenceLine';
import { useBasics, type Parts, type Talk } from './talk';
import { saying } from './useSentence';

/** Goods come in: one sentence a line, and what remains of the order under it. */
export function useReceiveParts(talk: Talk): Parts {
  const { site, now, desk } = talk;
  const { undo, clear, back, confirm, amount, addable } = useBasics(talk);
  const [keying, setKeying] = useState(false);
  const [summing, setSumming] = useState(false);
  const { order, lines, orders, expected, beyond, agreed } = now.receiving!;
  const begun = now.item.state !== 'EMPTY' && now.canUndo;
  const over = Number(beyond) > 0 && !agreed;
  const choose = (document: number) => desk.speak({ kind: 'document', document });
  const which = orders.length > 0 && (
    <Listed head={t('receive.whichOrder')}>
      {orders.map((one) => (
        <Row
          key={one.id}
          onTap={() => choose(one.id)}
          title={<Code strong>{one.number}</Code>}
          detail={`${one.supplier} · ${date(one.expected)}`}
        />
      ))}
    </Listed>
  );
  if (!order) {
    return {
      choice: which || <Arriving site={site} onChoose={choose} />,
      small: [back],
      hint: t('receive.hintOrder'),
    };
  }
  if (summing) {
    return {
      choice: <ReceiptSummary order={order.id} onLeave={() => setSumming(false)} />,
      small: [back],
      hint: t('receive.hint'),
    };
  }
  const summary = { label: t('summary.open'), onPress: () => setSumming(true) };
  return {
    head: (
      <HeadStrip number={order.number}>
        <Box sx={{ color: 'text.secondary', flex: 1 }}>
          {order.supplier || t(`inbound.kind.${order.kind}`)}
          {order.reason && ` · ${order.reason}`}
        </Box>
        <Box>{t(`inbound.state.${order.state}`)}</Box>
      </HeadStrip>
    ),
    title: begun || now.outcome !== 'DONE' ? <SentenceLine view={now} /> : <></>,
    afterwards: now.done && (
      <>
        {now.done.suggested && (
          <Box sx={{ mt: 1 }}>
            {t(now.done.load !== null ? 'receive.scanBin' : 'receive.goesTo')}{' '}
            <Box component="span" sx={{ fontSize: 34, whiteSpace: 'nowrap' }}>
              <Code strong>{now.done.suggested}</Code>
            </Box>
          </Box>
        )}
        {now.done.posting !== null && (
          <JustReceived key={now.done.posting} order={order.id} posting={now.done.posting} />
        )}
      </>
    ),
    add: addable(t('receive.knowingly')),
    body: (
      <>
        {over && (
          <Warning>
            {t('receive.beyond', {
              more: quantity(beyond),
              open: Number(expected) === 0 ? '0' : quantity(expected),
            })}
          </Warning>
        )}
        {which}
        {begun && <Extras view={now} onSay={desk.say} keying={keying} onKey={setKeying} />}
        <StillOpen
          lines={lines}
          onChoose={(item) => desk.say(saying({ kind: 'ITEM', item, counts: '0' }))}
        />
      </>
    ),
    small: begun
      ? [undo, clear, summary]
      : [back, summary, { label: t('receive.otherOrder'), onPress: () => choose(0) }],
    main: !begun
      ? undefined
      : now.ready
        ? confirm(t('receive.confirm', amount))
        : now.whole
          ? confirm(t(over ? 'receive.agree' : 'move.accept'))
          : undefined,
    hint: t('receive.hint'),
  };
}

/** What is not on every label: a lot number of our own, a row of serials, goods that are not good. */
function Extras({
  view,
  onSay,
  keying,
  onKey,
}: {
  view: View;
  onSay: (saying: Saying) => void;
  keying: boolean;
  onKey: (keying: boolean) => void;
}) {
  return (
    <Box sx={{ px: 1.5, pb: 1, display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      {view.lot?.state === 'EMPTY' && (
        <SmallButton onClick={() => onSay(saying({ kind: 'NEW_LOT' }))}>
          {t('receive.newLot')}
        </SmallButton>
      )}
      {view.needsSerials && !keying && (
        <SmallButton onClick={() => onKey(true)}>{t('receive.row')}</SmallButton>
      )}
      {view.needsSerials && keying && view.item.id !== null && (
        <TypeLine
          fields={[t('receive.first'), t('receive.last')]}
          label={t('receive.take')}
          onSay={(text, last) => {
            onKey(false);
            onSay(saying({ kind: 'SERIAL_ROW', item: view.item.id ?? undefined, text, last }));
          }}
        />
      )}
      {view.needsExpiry && view.expiry?.state !== 'ONLY' && (
        <Box component="label" sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 16 }}>
          {t('receive.lastDay')}
          <TypeIn
            type="date"
            value={view.expiry?.state === 'SAID' ? (view.expiry.value ?? '') : ''}
            onChange={(event) =>
              event.target.value && onSay(saying({ kind: 'EXPIRY', date: event.target.value }))
            }
          />
        </Box>
      )}
      <SmallButton
        onClick={() =>
          onSay(
            saying({
              kind: 'CONDITION',
              condition: view.condition === 'GOOD' ? 'ON_HOLD' : 'GOOD',
            }),
          )
        }
      >
        {t(view.condition === 'GOOD' ? 'receive.damaged' : 'receive.good')}
      </SmallButton>
    </Box>
  );
}
