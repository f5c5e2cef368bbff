import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { money, quantity } from '../kit/format';
import { AdjustChoice } from './AdjustChoice';
import { useSites } from '../app/session';
import { Basket } from './Basket';
import { useChooseSite } from './chosenSite';
import { sentenceDesk, type Saying, type View } from './desks';
import { useOutbox } from './OutboxContext';
import { DoneNote, HeadStrip, Listed, Marks, Row, SmallButton } from './Parts';
import { useBasics, type Parts, type Talk } from './talk';
import { saying } from './useSentence';

/** Adjusting: why, then a sentence a line, then all lines at once. */
export function useAdjustParts(talk: Talk): Parts {
  const { now, desk } = talk;
  const { undo, back, confirm } = useBasics(talk);
  const [looking, setLooking] = useState(false);
  const adjusting = now.adjusting!;
  const { kind, lines, way } = adjusting;
  const notes = (
    <>
      {now.outcome === 'DONE' && adjusting.posted && <Posted posted={adjusting.posted} />}
      {adjusting.leftAt && (
        <Box sx={{ p: 2 }}>{t('righting.leftAt', { site: adjusting.leftAt })}</Box>
      )}
    </>
  );
  if (!kind) {
    return {
      head: notes,
      choice: (
        <AdjustChoice
          kinds={adjusting.kinds}
          onChoose={(why, chosen) => desk.speak({ kind: 'why', why, way: chosen })}
        />
      ),
      small: [back],
      hint: t('righting.chooseFirst'),
    };
  }
  const some = lines.length > 0;
  // What stands from the line before, a bin, is no beginning yet.
  const begun = now.item.state !== 'EMPTY';
  const look = {
    label: t('righting.look', { count: lines.length }),
    onPress: () => setLooking(true),
  };
  const other = {
    label: t('righting.other'),
    onPress: () => desk.speak({ kind: 'why', why: 0, way }),
  };
  return {
    page: looking && some && (
      <Basket
        adjusting={adjusting}
        kind={kind}
        refusal={now.refusal}
        fault={desk.fault}
        busy={desk.busy}
        onLine={(line, amount) => desk.speak({ kind: 'line', line, quantity: amount ?? undefined })}
        onEmpty={() => {
          setLooking(false);
          desk.speak({ kind: 'empty' });
        }}
        onPost={(telling) => desk.speak({ kind: 'basket', telling })}
        onBack={() => setLooking(false)}
      />
    ),
    head: (
      <>
        <HeadStrip number={kind.code}>
          <Box sx={{ flex: 1 }}>{kind.name}</Box>
          {some && <Box>{t('righting.inBasket', { count: lines.length })}</Box>}
        </HeadStrip>
        {notes}
      </>
    ),
    body: (
      <>
        <OtherSite view={now} />
        <Extras view={now} onSay={desk.say} />
        <Lies view={now} onSay={desk.say} />
      </>
    ),
    small: [
      { ...undo, disabled: !now.canUndo && !some },
      ...(some ? (begun ? [look] : []) : [other]),
      back,
    ],
    main: some && !begun ? look : { ...confirm(t('righting.add')), disabled: !now.whole },
    hint: t('righting.hint'),
  };
}

/** A bin of another site: whoever works there goes on there, with the same reason. */
function OtherSite({ view }: { view: View }) {
  const { outbox } = useOutbox();
  const sites = useSites();
  const choose = useChooseSite();
  const { type, values } = view.refusal ?? {};
  const there = sites.data?.find((one) => one.id === values?.siteId);
  const kind = view.adjusting?.kind;
  if (type !== 'other-site' || !there || !kind || typeof values?.scan !== 'string') {
    return null;
  }
  const scan = values.scan;
  const goOn = () => {
    const { key } = sentenceDesk(there.id, 'ADJUST');
    void outbox.say(key, { kind: 'why', why: kind.id, way: view.adjusting!.way });
    void outbox.say(key, { kind: 'scan', text: scan });
    choose(there.id);
  };
  return (
    <Box sx={{ px: 1.5, display: 'grid' }}>
      <Button variant="outlined" sx={{ minHeight: 60, fontSize: 19 }} onClick={goOn}>
        {t('righting.goOnAt', { site: there.name })}
      </Button>
    </Box>
  );
}

function Posted({ posted }: { posted: Schemas['AdjustmentWritten'] }) {
  return (
    <DoneNote title={t(posted.state === 'PROPOSED' ? 'righting.proposed' : 'righting.posted')}>
      <Code strong>{posted.number}</Code>{' '}
      {t('righting.postedLines', { count: posted.lines, value: money(posted.net) })}
      {posted.state === 'PROPOSED' && <Box sx={{ fontSize: 18 }}>{t('righting.someoneElse')}</Box>}
    </DoneNote>
  );
}

/** Goods that are not good, where there are several conditions to choose from. */
function Extras({ view, onSay }: { view: View; onSay: (saying: Saying) => void }) {
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
  if (view.candidates.length === 0) {
    return null;
  }
  return (
    <Listed head={t('righting.lies')}>
      {view.candidates.map((one, i) => (
        <Row
          key={i}
          onTap={() => onSay(saying({ kind: 'BIN', place: one.place, role: 'ANY' }))}
          title={<Code strong>{one.address}</Code>}
          detail={<Marks of={one} />}
          end={quantity(one.quantity)}
        />
      ))}
    </Listed>
  );
}
