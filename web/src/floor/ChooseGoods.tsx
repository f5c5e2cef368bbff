import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { saying, type Saying } from './useSentence';
import { soFar, typedNumber, unmistakable } from '../kit/numbers';
import { Readings } from '../kit/Readings';
import { TypeIn } from './Parts';
import { Refusal } from './Refusal';

type Row = Schemas['OnHandRow'];

/** Which goods of a bin move together, and how many of each. */
export function ChooseGoods({ rows, onMove }: { rows: Row[]; onMove: (parts: Saying[]) => void }) {
  const { t } = useTranslation();
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const count = Object.keys(chosen).length;
  const toggle = (row: Row) =>
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
          <Box
            key={row.key}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 1,
              borderTop: 1,
              borderColor: 'divider',
              bgcolor: on ? 'background.paper' : undefined,
            }}
          >
            <Box
              component="button"
              type="button"
              role="checkbox"
              aria-checked={on}
              onClick={() => toggle(row)}
              sx={{
                font: 'inherit',
                color: 'inherit',
                background: 'none',
                border: 0,
                flex: 1,
                minWidth: 0,
                minHeight: 60,
                display: 'flex',
                gap: 1.5,
                alignItems: 'center',
                textAlign: 'left',
                cursor: 'pointer',
                fontSize: 19,
              }}
            >
              <Box
                component="span"
                aria-hidden
                sx={{
                  width: 26,
                  height: 26,
                  flexShrink: 0,
                  border: '2px solid currentColor',
                  lineHeight: '22px',
                  textAlign: 'center',
                  fontWeight: 700,
                }}
              >
                {on ? '✓' : ''}
              </Box>
              <span>
                {row.name}
                {(row.lot ?? row.serial) && (
                  <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
                    {' '}
                    <Code>{row.lot ?? row.serial}</Code>
                  </Box>
                )}
              </span>
            </Box>
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
