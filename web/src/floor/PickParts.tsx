import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import type { Saying } from './desks';
import { HeadStrip, Listed, ListHead, Row, SmallButton, Warning } from './Parts';
import { PickChoice } from './PickChoice';
import { WhyFromThere } from './WhyFromThere';
import { useBasics, type Parts, type Talk } from './talk';
import { saying } from './useSentence';

const REASONS = ['EMPTY', 'FEWER', 'DAMAGED', 'OUT_OF_REACH'] as const;

/** Picking: the next stop stands as a sentence, and each scan confirms a word of it. */
export function usePickParts(talk: Talk): Parts {
  const { now, desk } = talk;
  const { undo, back, confirm, amount } = useBasics(talk);
  const [less, setLess] = useState(false);
  const [asked, setAsked] = useState<number>();
  const picking = now.picking!;
  if (picking.orders.length === 0) {
    return {
      choice: (
        <PickChoice
          choices={picking.choosable}
          busy={desk.busy}
          onBegin={(orders) => desk.speak({ kind: 'walk', orders })}
        />
      ),
      small: [back],
      hint: t('picking.scanOrder'),
    };
  }
  const next = picking.stops[0];
  const explained = picking.stops.find((stop) => stop.id === asked);
  const asks = less || now.refusal?.type === 'say-why';
  return {
    head: (
      <HeadStrip number={picking.order ?? ''}>
        <Box sx={{ flex: 1 }}>
          {picking.orders.find((one) => one.number === picking.order)?.party}
        </Box>
        <Box>{t('picking.left', { count: picking.stops.length })}</Box>
      </HeadStrip>
    ),
    body: (
      <>
        {picking.substitute && <Warning>{t('picking.substitute')}</Warning>}
        {asks ? (
          <Box sx={{ px: 1.5, display: 'grid', gap: 1 }}>
            <ListHead>{t('picking.why')}</ListHead>
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
        ) : explained ? (
          <WhyFromThere stop={explained} onClose={() => setAsked(undefined)} />
        ) : (
          <Stops picking={picking} onSay={desk.say} />
        )}
      </>
    ),
    small: asks
      ? []
      : [
          undo,
          ...(next && !explained
            ? [{ label: t('picking.whyThere'), onPress: () => setAsked(next.id) }]
            : []),
          { label: t('picking.less'), onPress: () => setLess(true) },
          { label: t('picking.leave'), onPress: () => desk.speak({ kind: 'leave' }) },
        ],
    main: asks
      ? undefined
      : {
          ...confirm(now.ready ? t('picking.take', amount) : t('picking.isIt')),
          disabled: !now.whole,
        },
    hint: t('picking.hint'),
  };
}

/** What comes next on the walk; a tap leaps there. */
function Stops({
  picking,
  onSay,
}: {
  picking: Schemas['FloorPicking'];
  onSay: (saying: Saying) => void;
}) {
  const several = picking.orders.length > 1;
  if (picking.stops.length < 2) {
    return null;
  }
  return (
    <Listed head={t('picking.walk')}>
      {picking.stops.map((stop) => (
        <Row
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
    </Listed>
  );
}
