import Box from '@mui/material/Box';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { money, quantity } from '../kit/format';
import { AdjustChoice } from './AdjustChoice';
import { Basket } from './Basket';
import { Blank } from './Blank';
import { Choices } from './Offers';
import { DoneNote, HeadStrip, MainButton, SmallButton, TapRow } from './Parts';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { useAdjustDesk } from './useAdjustDesk';
import { saying, type Saying } from './useSentence';

type View = Schemas['FloorAdjust'];

/** Putting the book right: why, then a sentence a line into the basket, then all of it at once. */
export function AdjustSentence({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = useAdjustDesk(site.id);
  const [looking, setLooking] = useState(false);
  const now = desk.view.data;
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const notes = (
    <>
      {now.outcome === 'DONE' && now.posted && <Posted posted={now.posted} />}
      {desk.fault && <Refusal sentence={desk.fault.message} />}
      {now.refusal && !desk.fault && <Refusal sentence={now.refusal.sentence} />}
      {now.leftAt && <Box sx={{ p: 2 }}>{t('righting.leftAt', { site: now.leftAt })}</Box>}
    </>
  );
  if (!now.kind) {
    return (
      <>
        <Box sx={{ flex: 1, overflow: 'auto' }}>
          {notes}
          <AdjustChoice
            kinds={now.kinds}
            onChoose={(why, way) => desk.speak({ kind: 'why', why, way })}
          />
        </Box>
        <ScanBar site={site.id} hint={t('righting.chooseFirst')} onScan={desk.scan} />
      </>
    );
  }
  if (looking && now.lines.length > 0) {
    return (
      <Basket
        view={now}
        kind={now.kind}
        fault={desk.fault}
        busy={desk.busy}
        onLine={(line, amount) => desk.speak({ kind: 'line', line, quantity: amount })}
        onEmpty={() => {
          setLooking(false);
          desk.speak({ kind: 'empty' });
        }}
        onPost={(telling) => desk.speak({ kind: 'basket', telling })}
        onBack={() => setLooking(false)}
      />
    );
  }
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <HeadStrip number={now.kind.code}>
          <Box sx={{ flex: 1 }}>{now.kind.name}</Box>
          {now.lines.length > 0 && <Box>{t('righting.inBasket', { count: now.lines.length })}</Box>}
        </HeadStrip>
        {notes}
        <Sentence view={now} />
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={desk.say} />}
        <Extras view={now} onSay={desk.say} />
        <Lies view={now} onSay={desk.say} />
      </Box>
      <Doings
        view={now}
        busy={desk.busy}
        onAct={desk.act}
        onOther={() => desk.speak({ kind: 'why', why: 0, way: now.way })}
        onLook={() => setLooking(true)}
        onLeave={() => void navigate('/floor')}
      />
      <ScanBar site={site.id} hint={t('righting.hint')} onScan={desk.scan} />
    </>
  );
}

function Posted({ posted }: { posted: Schemas['BasketPosted'] }) {
  const { t } = useTranslation();
  return (
    <DoneNote title={t(posted.proposed ? 'righting.proposed' : 'righting.posted')}>
      <Code strong>{posted.number}</Code>{' '}
      {t('righting.postedLines', { count: posted.lines, value: money(posted.value) })}
      {posted.proposed && <Box sx={{ fontSize: 18 }}>{t('righting.someoneElse')}</Box>}
    </DoneNote>
  );
}

function Sentence({ view }: { view: View }) {
  const { t } = useTranslation();
  const why = (reason: Schemas['FloorPlace']['why']) =>
    reason ? t(`move.why.${reason}`) : undefined;
  const goods = (
    <>
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
      {view.needsSerials && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank state={view.serials.length ? 'SAID' : 'EMPTY'} label={t('serial')}>
            <Code>{view.serials.join(', ')}</Code>
          </Blank>
        </>
      )}
    </>
  );
  const amount = (
    <Blank state={view.quantity.state} label={t('quantity')} narrow>
      {view.quantity.value &&
        (Number(view.quantity.value) === 0 ? '0' : quantity(view.quantity.value))}{' '}
      {view.item.symbol}
    </Blank>
  );
  const place = (
    <Blank state={view.place.state} label={t('bin')} why={why(view.place.why)}>
      <Code>{view.place.address}</Code>
    </Blank>
  );
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.7 }}
    >
      {view.way === 'SET' ? (
        <>
          {t('righting.set')} {goods} {t('righting.in')} {place} {t('righting.to')} {amount}
        </>
      ) : (
        <>
          {t(view.way === 'OUT' ? 'righting.take' : 'righting.bring')} {amount} × {goods}{' '}
          {t(view.way === 'OUT' ? 'righting.from' : 'righting.into')} {place}
        </>
      )}
      <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
        {[
          view.quantity.packs && `= ${view.quantity.packs}`,
          view.book !== null &&
            view.place.address &&
            t('righting.book', {
              place: view.place.address,
              quantity: Number(view.book) === 0 ? '0' : quantity(view.book),
            }),
          view.condition && view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Box>
    </Box>
  );
}

/** Goods that are not good, where there are several conditions to choose from. */
function Extras({ view, onSay }: { view: View; onSay: (saying: Saying) => void }) {
  const { t } = useTranslation();
  if (view.conditions.length < 2) {
    return null;
  }
  return (
    <Box sx={{ px: 1.5, pb: 1, display: 'flex', gap: 1 }}>
      {view.conditions
        .filter((condition) => condition !== view.condition)
        .map((condition) => (
          <SmallButton
            key={condition}
            onClick={() => onSay(saying({ kind: 'CONDITION', condition }))}
          >
            {t(`conditions.${condition}`)}
          </SmallButton>
        ))}
    </Box>
  );
}

/** Where it lies, while the bin is open; to look at, or to tap instead of a scan. */
function Lies({ view, onSay }: { view: View; onSay: (saying: Saying) => void }) {
  const { t } = useTranslation();
  if (view.candidates.length === 0) {
    return null;
  }
  return (
    <Box sx={{ p: 1.5, pt: 0 }}>
      <Box component="h2" sx={{ typography: 'h2', m: 0, mb: 0.5 }}>
        {t('righting.lies')}
      </Box>
      {view.candidates.map((one, i) => (
        <TapRow
          key={i}
          onTap={() => onSay(saying({ kind: 'BIN', place: one.place, role: 'ANY' }))}
          title={<Code strong>{one.address}</Code>}
          detail={[one.lot, one.condition !== 'GOOD' && t(`conditions.${one.condition}`)]
            .filter(Boolean)
            .join(' · ')}
          end={quantity(one.quantity)}
        />
      ))}
    </Box>
  );
}

function Doings({
  view,
  busy,
  onAct,
  onOther,
  onLook,
  onLeave,
}: {
  view: View;
  busy: boolean;
  onAct: (action: 'CONFIRM' | 'UNDO') => void;
  onOther: () => void;
  onLook: () => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const some = view.lines.length > 0;
  // What stands from the line before, a bin, is no beginning yet.
  const begun = view.item.state !== 'EMPTY';
  return (
    <Box sx={{ px: 1.5, pb: 1, display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <SmallButton disabled={!view.canUndo && !some} onClick={() => onAct('UNDO')}>
          {t('move.undo')}
        </SmallButton>
        {!some && <SmallButton onClick={onOther}>{t('righting.other')}</SmallButton>}
        {some && begun && (
          <SmallButton onClick={onLook}>
            {t('righting.look', { count: view.lines.length })}
          </SmallButton>
        )}
        <SmallButton onClick={onLeave}>{t('back')}</SmallButton>
      </Box>
      {some && !begun ? (
        <MainButton onClick={onLook}>{t('righting.look', { count: view.lines.length })}</MainButton>
      ) : (
        <MainButton disabled={!view.whole || busy} onClick={() => onAct('CONFIRM')}>
          {t('righting.add')}
        </MainButton>
      )}
    </Box>
  );
}
