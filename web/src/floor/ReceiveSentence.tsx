import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { Arriving, StillOpen } from './Arriving';
import { Blank } from './Blank';
import { Choices } from './Offers';
import { DoneNote, HeadStrip, MainButton, SmallButton, TapRow, Warning } from './Parts';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { receiveDesk } from './desks';
import { saying, useSentence, type ActionName, type Saying } from './useSentence';

type View = Schemas['FloorReceive'];

/** Goods come in: one sentence a line, and what remains of the order under it. */
export function ReceiveSentence({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = useSentence(receiveDesk(site.id));
  const now = desk.view.data;
  const [keying, setKeying] = useState(false);
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const choose = (order: number) => desk.speak({ kind: 'order', order });
  const begun = now.item.state !== 'EMPTY' && now.canUndo;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {now.order ? <OrderHead order={now.order} /> : null}
        {now.outcome === 'DONE' && now.done && <Received done={now.done} />}
        {now.order && (begun || now.outcome !== 'DONE') && <Sentence view={now} />}
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
              {t('receive.knowingly')}
            </Button>
          </Box>
        )}
        {Number(now.beyond) > 0 && !now.agreed && (
          <Warning>
            {t('receive.beyond', {
              more: quantity(now.beyond),
              open: Number(now.expected) === 0 ? '0' : quantity(now.expected),
            })}
          </Warning>
        )}
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={desk.say} />}
        {now.orders.length > 0 && (
          <Box sx={{ px: 1.5 }}>
            <Box component="h2" sx={{ typography: 'h2', m: 0 }}>
              {t('receive.whichOrder')}
            </Box>
            {now.orders.map((order) => (
              <TapRow
                key={order.id}
                onTap={() => choose(order.id)}
                title={<Code strong>{order.number}</Code>}
                detail={`${order.supplier} · ${date(order.expected)}`}
              />
            ))}
          </Box>
        )}
        {now.order && begun && (
          <Extras view={now} onSay={desk.say} keying={keying} onKey={setKeying} />
        )}
        {now.order ? (
          <StillOpen
            lines={now.lines}
            onChoose={(item) => desk.say(saying({ kind: 'ITEM', item, counts: '0' }))}
          />
        ) : (
          now.orders.length === 0 && <Arriving site={site} onChoose={choose} />
        )}
      </Box>
      <Doings
        view={now}
        begun={begun}
        busy={desk.busy}
        onAct={desk.act}
        onOther={() => choose(0)}
        onLeave={() => void navigate('/floor')}
      />
      <ScanBar
        site={site.id}
        hint={t(now.order ? 'receive.hint' : 'receive.hintOrder')}
        onScan={desk.scan}
      />
    </>
  );
}

function OrderHead({ order }: { order: Schemas['FloorOrder'] }) {
  const { t } = useTranslation();
  return (
    <HeadStrip number={order.number}>
      <Box sx={{ color: 'text.secondary', flex: 1 }}>
        {order.supplier || t(`inbound.kind.${order.kind}`)}
        {order.reason && ` · ${order.reason}`}
      </Box>
      <Box>{t(`inbound.state.${order.state}`)}</Box>
    </HeadStrip>
  );
}

function Received({ done }: { done: Schemas['FloorReceived'] }) {
  const { t } = useTranslation();
  return (
    <DoneNote title={t('move.done')}>
      {done.sentence}
      {done.suggested && (
        <Box sx={{ mt: 1 }}>
          {done.load !== null ? t('receive.scanBin') : t('receive.goesTo')}{' '}
          <Box component="span" sx={{ fontSize: 34, whiteSpace: 'nowrap' }}>
            <Code strong>{done.suggested}</Code>
          </Box>
        </Box>
      )}
    </DoneNote>
  );
}

function Sentence({ view }: { view: View }) {
  const { t } = useTranslation();
  const why = (reason: Schemas['FloorPlace']['why']) =>
    reason ? t(`move.why.${reason}`) : undefined;
  const many = view.serials.length > 3;
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.7 }}
    >
      {t('receive.receive')}{' '}
      <Blank state={view.quantity.state} label={t('quantity')} why={why(view.quantity.why)} narrow>
        {view.quantity.value && quantity(view.quantity.value)} {view.item.symbol}
      </Blank>{' '}
      ×{' '}
      <Blank state={view.item.state} label={t('item.item')}>
        {view.item.name}
      </Blank>
      {view.lot && (
        <>
          {' · '}
          {t('move.lot')}{' '}
          <Blank state={view.lot.state} label={t('lot')}>
            <Code>{view.lot.value}</Code>
          </Blank>
        </>
      )}
      {view.expiry && (view.needsExpiry || view.expiry.value) && (
        <>
          {' · '}
          {t('receive.goodUntil')}{' '}
          <Blank state={view.expiry.state} label={t('receive.lastDay')} why={why(view.expiry.why)}>
            {date(view.expiry.value)}
          </Blank>
        </>
      )}
      {view.needsSerials && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank state={view.serials.length ? 'SAID' : 'EMPTY'} label={t('serial')}>
            <Code>
              {many
                ? `${view.serials[0]} … ${view.serials[view.serials.length - 1]}`
                : view.serials.join(', ')}
            </Code>
          </Blank>
        </>
      )}{' '}
      {t('receive.at')}{' '}
      <Blank state={view.place.state} label={t('receive.place')} why={why(view.place.why)}>
        <Code>{view.place.address}</Code>
      </Blank>
      <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
        {[
          view.quantity.packs && `= ${view.quantity.packs}`,
          view.load && `${t('away.load')} ${view.load}`,
          view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
          view.shelfNote && `${t('item.shelfNote')}: ${view.shelfNote}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Box>
    </Box>
  );
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
  const { t } = useTranslation();
  const small = { minHeight: 52, fontSize: 16 };
  return (
    <Box sx={{ px: 1.5, pb: 1, display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      {view.lot?.state === 'EMPTY' && (
        <Button variant="outlined" sx={small} onClick={() => onSay(saying({ kind: 'NEW_LOT' }))}>
          {t('receive.newLot')}
        </Button>
      )}
      {view.needsSerials && !keying && (
        <Button variant="outlined" sx={small} onClick={() => onKey(true)}>
          {t('receive.row')}
        </Button>
      )}
      {view.needsSerials && keying && view.item.id !== null && (
        <SerialRow
          onRow={(text, last) => {
            onKey(false);
            onSay(saying({ kind: 'SERIAL_ROW', item: view.item.id ?? undefined, text, last }));
          }}
        />
      )}
      {view.needsExpiry && view.expiry?.state !== 'ONLY' && (
        <Box component="label" sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 16 }}>
          {t('receive.lastDay')}
          <Box
            component="input"
            type="date"
            value={view.expiry?.state === 'SAID' ? (view.expiry.value ?? '') : ''}
            onChange={(event) =>
              event.target.value && onSay(saying({ kind: 'EXPIRY', date: event.target.value }))
            }
            sx={{
              minHeight: 52,
              px: 1,
              font: 'inherit',
              color: 'inherit',
              bgcolor: 'background.paper',
              border: '1.5px solid',
              borderRadius: '3px',
            }}
          />
        </Box>
      )}
      <Button
        variant="outlined"
        sx={small}
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
      </Button>
    </Box>
  );
}

function SerialRow({ onRow }: { onRow: (first: string, last: string) => void }) {
  const { t } = useTranslation();
  const [first, setFirst] = useState('');
  const [last, setLast] = useState('');
  const field = {
    flex: 1,
    minWidth: 0,
    width: 130,
    minHeight: 52,
    px: 1,
    font: 'inherit',
    border: '1.5px solid',
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        onRow(first.trim(), last.trim());
      }}
      sx={{ display: 'flex', gap: 1, width: '100%' }}
    >
      <Box
        component="input"
        required
        aria-label={t('receive.first')}
        placeholder={t('receive.first')}
        value={first}
        onChange={(event) => setFirst(event.target.value)}
        sx={field}
      />
      <Box
        component="input"
        required
        aria-label={t('receive.last')}
        placeholder={t('receive.last')}
        value={last}
        onChange={(event) => setLast(event.target.value)}
        sx={field}
      />
      <Button type="submit" variant="outlined" sx={{ minHeight: 52 }}>
        {t('receive.take')}
      </Button>
    </Box>
  );
}

function Doings({
  view,
  begun,
  busy,
  onAct,
  onOther,
  onLeave,
}: {
  view: View;
  begun: boolean;
  busy: boolean;
  onAct: (action: ActionName) => void;
  onOther: () => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const over = Number(view.beyond) > 0 && !view.agreed;
  const main = view.ready
    ? t('receive.confirm')
    : view.whole
      ? t(over ? 'receive.agree' : 'move.accept')
      : undefined;
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
            {view.order && <SmallButton onClick={onOther}>{t('receive.otherOrder')}</SmallButton>}
          </>
        )}
      </Box>
      {main && begun && view.order && (
        <MainButton disabled={busy} onClick={() => onAct('CONFIRM')}>
          {main}
        </MainButton>
      )}
    </Box>
  );
}
