import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { saying, type Saying } from './useSentence';
import { soFar, typedNumber, unmistakable } from '../kit/numbers';
import { Readings } from '../kit/Readings';
import { Marks, Refusal, Row, TypeIn } from './Parts';

type Lying = Schemas['OnHandRow'];

/** Which goods of a bin move together, and how many of each. */
export function ChooseGoods({
  rows,
  onMove,
}: {
  rows: Lying[];
  onMove: (parts: Saying[]) => void;
}) {
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const count = Object.keys(chosen).length;
  const toggle = (row: Lying) =>
    setChosen((before) => {
      const next = { ...before };
      if (row.key in next) {
        delete next[row.key];
      } else {
        next[row.key] = row.onHand ?? '0';
      }
      return next;
    });
  const parts = () =>
    rows
      .filter((row) => row.key in chosen)
      .map((row) =>
        saying({
          kind: 'TAKEN',
          item: row.itemId ?? 0,
          lot: row.lotId ?? 0,
          serial: row.serialId ?? 0,
          load: Number(row.key.split('-')[4]),
          condition: row.condition ?? undefined,
          quantity: soFar(chosen[row.key]) ?? '',
        }),
      );
  const unread = rows.filter((row) => row.key in chosen && soFar(chosen[row.key]) === undefined);
  return (
    <Box>
      {rows.map((row) => {
        const on = row.key in chosen;
        return (
          <Box key={row.key} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Row
              checked={on}
              onTap={() => toggle(row)}
              start={
                <Box
                  component="span"
                  aria-hidden
                  sx={{ width: 26, lineHeight: '22px', border: 2, textAlign: 'center' }}
                >
                  {on ? '✓' : '\u00a0'}
                </Box>
              }
              title={row.name}
              detail={<Marks of={row} />}
            />
            <TypeIn
              inputMode="decimal"
              aria-label={t('move.howMany', { name: row.name })}
              disabled={!on || row.serialId !== null}
              value={chosen[row.key] ?? row.onHand ?? ''}
              onChange={(event) => setChosen({ ...chosen, [row.key]: event.target.value })}
              sx={{ flex: '0 0 84px', width: 84, px: 1, textAlign: 'right' }}
            />
          </Box>
        );
      })}
      {unread.map((row) => {
        const typed = typedNumber(chosen[row.key]);
        return typed.kind === 'either' ? (
          <Readings
            key={row.key}
            large
            text={chosen[row.key]}
            readings={typed.readings}
            onChoose={(one) => setChosen({ ...chosen, [row.key]: unmistakable(one) })}
          />
        ) : (
          <Refusal key={row.key} sentence={t('number.unread', { text: chosen[row.key] })} />
        );
      })}
      <Button
        variant="contained"
        fullWidth
        disabled={count === 0 || unread.length > 0}
        onClick={() => onMove(parts())}
        sx={{ minHeight: 64, fontSize: 20, mt: 1.5 }}
      >
        {t('move.chosen', { count })}
      </Button>
    </Box>
  );
}
