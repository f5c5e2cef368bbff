import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { Blank } from './Blank';
import { Choices } from './Offers';
import { DoneNote, HeadStrip, MainButton, SmallButton, TapRow, Warning } from './Parts';
import { PickChoice } from './PickChoice';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { Known } from './SentenceParts';
import { usePickDesk } from './usePickDesk';
import { saying, type Saying } from './useSentence';

export type PickView = Schemas['FloorPick'];

const REASONS = ['EMPTY', 'FEWER', 'DAMAGED', 'OUT_OF_REACH'] as const;

/** Picking: the next stop stands as a sentence, and each scan confirms a word of it. */
export function PickSentence({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = usePickDesk(site.id, 'PICK');
  const [less, setLess] = useState(false);
  const now = desk.view.data;
  useOtherVerb(now, 'PICK');
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const notes = <PickNotes view={now} desk={desk} />;
  if (now.orders.length === 0) {
    return (
      <>
        <Box sx={{ flex: 1, overflow: 'auto' }}>
          {notes}
          <PickChoice
            choices={now.choosable}
            busy={desk.busy}
            onBegin={(orders) => desk.speak({ kind: 'walk', orders })}
          />
        </Box>
        <ScanBar site={site.id} hint={t('picking.scanOrder')} onScan={desk.scan} />
      </>
    );
  }
  const asks = less || now.refusal?.type === 'say-why';
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <HeadStrip number={now.order ?? ''}>
          <Box sx={{ flex: 1 }}>{now.orders.find((one) => one.number === now.order)?.party}</Box>
          <Box>{t('picking.left', { count: now.stops.length })}</Box>
        </HeadStrip>
        {notes}
        <PickWords view={now} />
        {now.substitute && <Warning>{t('picking.substitute')}</Warning>}
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={desk.say} />}
        {asks ? (
          <Box sx={{ px: 1.5, display: 'grid', gap: 1 }}>
            <Box component="h2" sx={{ typography: 'h2', m: 0 }}>
              {t('picking.why')}
            </Box>
            {REASONS.map((reason) => (
              <SmallButton
                key={reason}
                onClick={() => {
                  setLess(false);
                  desk.speak({ kind: 'less', reason });
                }}
              >
                {t(`picking.reason.${reason}`)}
              </SmallButton>
            ))}
            <SmallButton onClick={() => (less ? setLess(false) : desk.act('UNDO'))}>
              {t('picking.notLess')}
            </SmallButton>
          </Box>
        ) : (
          <Stops view={now} onSay={desk.say} />
        )}
      </Box>
      {!asks && (
        <Box sx={{ px: 1.5, pb: 1, display: 'grid', gap: 1 }}>
          <Box sx={{ display: 'flex', gap: 1 }}>
            <SmallButton disabled={!now.canUndo} onClick={() => desk.act('UNDO')}>
              {t('move.undo')}
            </SmallButton>
            <SmallButton onClick={() => setLess(true)}>{t('picking.less')}</SmallButton>
            <SmallButton
              onClick={() => {
                desk.speak({ kind: 'leave' });
                void navigate('/floor/pick');
              }}
            >
              {t('picking.leave')}
            </SmallButton>
          </Box>
          <MainButton disabled={!now.whole || desk.busy} onClick={() => desk.act('CONFIRM')}>
            {t(now.ready ? 'picking.take' : 'picking.isIt')}
          </MainButton>
        </Box>
      )}
      <ScanBar site={site.id} hint={t('picking.hint')} onScan={desk.scan} />
    </>
  );
}

/** An action label that was scanned may ask for the other of the two. */
export function useOtherVerb(view: PickView | undefined, verb: PickView['verb']) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const other = view && view.verb !== verb ? view.verb : undefined;
  useEffect(() => {
    if (other) {
      void queries.resetQueries({ queryKey: ['floor-pick'] });
      void navigate(other === 'PACK' ? '/floor/pack' : '/floor/pick', { replace: true });
    }
  }, [other, navigate, queries]);
}

/** What was done, what was refused, and whether there is a network. */
export function PickNotes({ view, desk }: { view: PickView; desk: { fault: Error | null } }) {
  const { t } = useTranslation();
  return (
    <>
      {view.outcome === 'DONE' && view.done && (
        <DoneNote title={t('move.done')}>{view.done.sentence}</DoneNote>
      )}
      {desk.fault && <Refusal sentence={desk.fault.message} />}
      {view.refusal && !desk.fault && <Refusal sentence={view.refusal.sentence} />}
    </>
  );
}

/** The sentence: how much of what, from where, into what. */
export function PickWords({ view, packs = false }: { view: PickView; packs?: boolean }) {
  const { t } = useTranslation();
  const place = (
    <Blank state={view.place.state} label={t('bin')} listed>
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
      {!packs && (
        <Box component="span" sx={{ display: 'block', fontSize: 44, lineHeight: 1.35 }}>
          {place}
        </Box>
      )}
      {t(packs ? 'packing.put' : 'picking.takeWord')}{' '}
      <Blank state={view.quantity.state} label={t('quantity')} narrow listed>
        {view.quantity.value &&
          (Number(view.quantity.value) === 0 ? '0' : quantity(view.quantity.value))}{' '}
        {view.item.symbol}
      </Blank>{' '}
      ×{' '}
      <Blank state={view.item.state} label={t('item.item')} listed>
        {view.item.name}
      </Blank>
      {view.lot && (
        <>
          {' · '}
          {t('move.lot')}{' '}
          <Blank state={view.lot.state} label={t('lot')} listed>
            <Code>{view.lot.code}</Code>
          </Blank>
        </>
      )}
      {view.serial && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank state={view.serial.state} label={t('serial')} listed>
            <Code>{view.serial.value}</Code>
          </Blank>
        </>
      )}
      {view.into && (
        <>
          {' '}
          {t('picking.into')}{' '}
          <Blank state={view.into.state} label={t('load')} listed>
            <Code>{view.into.value}</Code>
          </Blank>
        </>
      )}
      <Known item={view.item}>
        <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
          {[
            view.quantity.packs && `= ${view.quantity.packs}`,
            view.lot?.expiry && `${t('expires')} ${date(view.lot.expiry)}`,
            view.item.shelfNote && `${t('item.shelfNote')}: ${view.item.shelfNote}`,
            view.asked &&
              Number(view.shortBy) > 0 &&
              t('picking.listSays', { asked: quantity(view.asked) }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
      </Known>
    </Box>
  );
}

/** What comes next on the walk; a tap leaps there. */
function Stops({ view, onSay }: { view: PickView; onSay: (saying: Saying) => void }) {
  const { t } = useTranslation();
  const several = view.orders.length > 1;
  if (view.stops.length < 2) {
    return null;
  }
  return (
    <Box sx={{ p: 1.5, pt: 0 }}>
      <Box component="h2" sx={{ typography: 'h2', m: 0, mb: 0.5 }}>
        {t('picking.walk')}
      </Box>
      {view.stops.map((stop) => (
        <TapRow
          key={stop.id}
          onTap={() => onSay(saying({ kind: 'BIN', place: stop.placeId, role: 'FROM' }))}
          title={
            <>
              <Code strong>{stop.place}</Code> {stop.name}
            </>
          }
          detail={[
            stop.mark,
            several && stop.order,
            stop.tote && t('picking.intoTote', { tote: stop.tote }),
          ]
            .filter(Boolean)
            .join(' · ')}
          end={`${quantity(stop.quantity)} ${stop.symbol}`}
        />
      ))}
    </Box>
  );
}
