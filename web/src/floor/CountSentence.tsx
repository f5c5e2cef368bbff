import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { Blank } from './Blank';
import { CountChoice } from './CountChoice';
import { Asked, CountLines, NotFound } from './CountLists';
import { Choices } from './Offers';
import { ListHead, DoneNote, HeadStrip, MainButton, SmallButton, TapRow } from './Parts';
import { Refusal } from './Refusal';
import { countDesk } from './desks';
import { useBegins } from './doors';
import { ScanBar } from './ScanBar';
import { useTold } from './told';
import { Known } from './SentenceParts';
import { useCountDesk } from './useCountDesk';
import type { Step } from './useSentence';

type View = Schemas['FloorCount'];

/** Counting: a bin, then whatever is in it, in any order. Each scan is kept as it is made. */
export function CountSentence({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const desk = useCountDesk(site.id);
  const [line, setLine] = useState<number | null>(null);
  const now = desk.now;
  const { refusal, told } = useTold('COUNT');
  useBegins(countDesk(site.id), now?.begins);
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  const at = now.place.address !== null || now.slip !== null;
  const fault = desk.fault;
  const notOnCount =
    fault instanceof Problem && fault.type === 'not-on-count' ? Number(fault.values.place) : null;
  const speak = (step: Step) => {
    setLine(null);
    desk.speak(step);
  };
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {now.count && <Head count={now.count} others={now.others} />}
        {now.said.length > 0 && !fault && (
          <DoneNote title={t('move.done')}>{told(now.said)}</DoneNote>
        )}
        {fault && <Refusal sentence={fault.message} />}
        {now.refusal && !fault && <Refusal sentence={refusal(now.refusal)} />}
        {notOnCount !== null && (
          <Box sx={{ px: 1.5, display: 'grid' }}>
            <Button
              variant="outlined"
              sx={{ minHeight: 60, fontSize: 19 }}
              onClick={() => speak({ kind: 'enter', place: notOnCount })}
            >
              {t('counting.countItToo')}
            </Button>
          </Box>
        )}
        {!now.count && (
          <CountChoice
            counts={now.counts}
            onChoose={(count) => speak({ kind: 'count', count })}
            onBegin={(method) => speak({ kind: 'method', method })}
          />
        )}
        {now.asking && <Asked view={now} />}
        {now.count && !now.asking && <Sentence view={now} />}
        {now.choices.length > 0 && (
          <Choices choices={now.choices} onChoose={(one) => desk.say(one.saying)} />
        )}
        {now.count && !at && <Slips view={now} onTake={(slip) => speak({ kind: 'slip', slip })} />}
        {at && !now.asking && (
          <>
            <CountLines
              lines={now.lines}
              opened={line}
              onOpen={setLine}
              onCorrect={(id, amount) =>
                speak({ kind: 'line', line: id, quantity: amount ?? undefined })
              }
              withPlace={now.place.address === null || now.slip?.itemId !== null}
            />
            <NotFound view={now} />
          </>
        )}
      </Box>
      <Doings
        view={now}
        at={at}
        busy={desk.busy}
        onStep={speak}
        onLeave={() => void navigate('/floor')}
      />
      <ScanBar site={site.id} hint={t(hint(now))} onScan={desk.scan} />
    </>
  );
}

function hint(now: View) {
  return !now.count
    ? 'counting.hintChoose'
    : now.place.address === null
      ? 'counting.hintBin'
      : now.wanted === 'LOT'
        ? 'counting.hintLot'
        : 'counting.hint';
}

function Head({ count, others }: { count: Schemas['FloorCountChoice']; others: string[] }) {
  const { t } = useTranslation();
  return (
    <HeadStrip number={count.number}>
      <Box sx={{ flex: 1 }}>{t(`counting.method.${count.method}`)}</Box>
      {count.slips > 0 && (
        <Box sx={{ color: 'text.secondary' }}>
          {t('counting.progress', { done: count.done, slips: count.slips })}
        </Box>
      )}
      {others.length > 0 && (
        <Box sx={{ width: '100%', fontWeight: 600 }}>
          {t('counting.others', { names: others.join(', '), count: others.length })}
        </Box>
      )}
    </HeadStrip>
  );
}

function Sentence({ view }: { view: View }) {
  const { t } = useTranslation();
  const item = view.item;
  const mine = view.lines.find(
    (line) => line.mine && line.itemId === item.id && (line.lot ?? '') === (view.lot ?? ''),
  );
  const pending = Number(view.pending) > 0 ? view.pending : undefined;
  const pieces = item.tracking === 'SERIAL' || item.tracking === 'LOT_AND_SERIAL';
  const many = pieces
    ? String(view.lines.filter((line) => line.itemId === item.id && !line.stated).length || '')
    : (pending ?? mine?.quantity);
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, pb: 1, fontSize: 25, fontWeight: 400, lineHeight: 1.7 }}
    >
      {view.slip?.again ? t('counting.verbAgain') : t('counting.verb')}{' '}
      {view.slip?.item && (
        <>
          <b>{view.slip.item}</b> {t('counting.in')}{' '}
        </>
      )}
      {view.unbinned ? (
        <b>{t('counting.theWholeSite')}</b>
      ) : (
        <Blank state={view.place.address === null ? 'EMPTY' : 'SAID'} label={t('bin')}>
          <Code>{view.place.address}</Code>
        </Blank>
      )}
      {item.id !== null && (
        <>
          {': '}
          <Blank state={many ? 'SAID' : 'EMPTY'} label={t('quantity')} narrow>
            {many && quantity(many)} {item.symbol}
          </Blank>{' '}
          ×{' '}
          <Blank state="SAID" label={t('item.item')}>
            {item.name}
          </Blank>
          {view.needsLot && (
            <>
              {' · '}
              {t('move.lot')}{' '}
              <Blank state={view.lot ? 'SAID' : 'EMPTY'} label={t('lot')}>
                <Code>{view.lot}</Code>
              </Blank>
            </>
          )}
          <Known item={item}>
            <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
              {[
                item.code,
                mine?.packs && `= ${mine.packs}`,
                view.load && `${t('away.load')} ${view.load}`,
                view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
                item.shelfNote,
              ]
                .filter(Boolean)
                .join(' · ')}
            </Box>
          </Known>
        </>
      )}
    </Box>
  );
}

/** What may be counted next, in the order of walking. */
function Slips({ view, onTake }: { view: View; onTake: (slip: number) => void }) {
  const { t } = useTranslation();
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ListHead>{view.slips.length > 0 ? t('counting.next') : t('counting.noSlips')}</ListHead>
      {view.slips.map((slip) => (
        <TapRow
          key={slip.id}
          onTap={() => onTake(slip.id)}
          title={
            <>
              {slip.place && <Code strong>{slip.place}</Code>}
              {slip.place && slip.item && ' · '}
              {slip.item}
            </>
          }
          detail={
            [
              slip.again && t('counting.again'),
              slip.mine && t('counting.yours'),
              slip.taken && t('counting.taken'),
            ]
              .filter(Boolean)
              .join(' · ') || undefined
          }
          end={<span aria-hidden>→</span>}
        />
      ))}
    </Box>
  );
}

function Doings({
  view,
  at,
  busy,
  onStep,
  onLeave,
}: {
  view: View;
  at: boolean;
  busy: boolean;
  onStep: (step: Step) => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const empty = at && view.lines.length === 0 && view.item.id === null;
  const where = view.slip?.item ?? view.place.address ?? '';
  if (view.asking) {
    return (
      <Box sx={{ px: 1.5, pb: 1.5, pt: 1, display: 'grid', gap: 1 }}>
        <SmallButton onClick={() => onStep({ kind: 'act', action: 'UNDO' })}>
          {t('counting.goOn')}
        </SmallButton>
        <MainButton disabled={busy} onClick={() => onStep({ kind: 'act', action: 'CONFIRM' })}>
          {t('counting.notThere', { count: view.notFound.length })}
        </MainButton>
      </Box>
    );
  }
  return (
    <Box sx={{ px: 1.5, pb: 1.5, pt: 1, display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {at && view.canUndo ? (
          <SmallButton onClick={() => onStep({ kind: 'act', action: 'UNDO' })}>
            {t('move.undo')}
          </SmallButton>
        ) : (
          <SmallButton onClick={onLeave}>{t('back')}</SmallButton>
        )}
        {view.count && !at && (
          <SmallButton onClick={() => onStep({ kind: 'count', count: 0 })}>
            {t('counting.other')}
          </SmallButton>
        )}
      </Box>
      {at && (
        <MainButton disabled={busy} onClick={() => onStep({ kind: 'act', action: 'CONFIRM' })}>
          {empty && view.statesAll
            ? t('counting.empty', { where })
            : t('counting.leave', { where: view.unbinned ? t('counting.theSite') : where })}
        </MainButton>
      )}
      {!at && view.count?.shape === 'FREE' && view.count.done > 0 && (
        <MainButton disabled={busy} onClick={() => onStep({ kind: 'finish' })}>
          {t('counting.finish')}
        </MainButton>
      )}
    </Box>
  );
}
