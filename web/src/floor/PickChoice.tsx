import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { date } from '../kit/format';
import { fonts } from '../app/theme';
import { Choosing, MainButton, Numbered, Row, TypeIn } from './Parts';

type Choice = Schemas['OutboundRow'];

/** The orders that can be picked: one is tapped and begun, several are gathered into one walk. */
export function PickChoice({
  choices,
  busy,
  onBegin,
}: {
  choices: Choice[];
  busy: boolean;
  onBegin: (orders: Schemas['RoundEntry']['orders']) => void;
}) {
  const [totes, setTotes] = useState<Map<number, string>>(new Map());
  const toggle = (order: number) =>
    setTotes((before) => {
      const next = new Map(before);
      if (!next.delete(order)) {
        next.set(order, '');
      }
      return next;
    });
  const chosen = choices.filter((one) => totes.has(one.id));
  return (
    <Choosing
      title={t('picking.title')}
      find={t('picking.find')}
      none={choices.length === 0 && t('picking.none')}
    >
      {choices.map((one) => (
        <Box key={one.id} sx={{ borderLeft: totes.has(one.id) ? 10 : 0 }}>
          <Row
            pressed={totes.has(one.id)}
            onTap={() => toggle(one.id)}
            title={<Numbered number={one.number}>{one.party}</Numbered>}
            detail={
              one.picker
                ? t('picking.pickedBy', { person: one.picker })
                : one.late > 0
                  ? t('going.late', { count: one.late })
                  : one.needed
                    ? t('picking.needed', { day: date(one.needed) })
                    : t('picking.whenever')
            }
            end={t('picking.lines', { count: one.lines })}
          />
          {totes.has(one.id) && chosen.length > 1 && (
            <TypeIn
              aria-label={t('picking.toteOf', { number: one.number })}
              placeholder={t('picking.tote')}
              value={totes.get(one.id)}
              onChange={(event) => setTotes(new Map(totes).set(one.id, event.target.value))}
              sx={{ ml: 1.5, mb: 1, width: 'calc(100% - 24px)', fontFamily: fonts.code }}
            />
          )}
        </Box>
      ))}
      {chosen.length > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <MainButton
            disabled={busy}
            onClick={() =>
              onBegin(
                chosen.map((one) => ({
                  order: one.id,
                  tote: totes.get(one.id)?.trim().replace(/^RU\./i, '') || undefined,
                })),
              )
            }
          >
            {t('picking.begin', { count: chosen.length })}
          </MainButton>
        </Box>
      )}
    </Choosing>
  );
}
