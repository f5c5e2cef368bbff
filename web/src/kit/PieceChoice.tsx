import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { t } from '../app/words';
import { Code } from './Code';
import { Drop } from './Drop';
import { Tick } from './Form';
import { count as grouped } from './format';
import { heldOf } from './heldOf';

/** Further down a list nobody looks: words narrow it. */
const MOST = 100;

/**
 * Chooses pieces of an item from a list of what is there, by their serial numbers. There is nothing
 * to choose of an item whose pieces have none.
 */
export function PieceChoice({
  item,
  site,
  taken,
  onChoose,
}: {
  /** The code of the item. */
  item: string;
  site: number | undefined;
  /** The serial numbers that are written down already. */
  taken: readonly string[];
  onChoose: (serials: string[]) => void;
}) {
  const code = useDeferredValue(item);
  const held = useQuery({ ...heldOf(code, site, 'POSITION'), enabled: code.trim() !== '' });
  const pieces = (held.data ?? []).filter(
    (row) =>
      row.serial !== null && row.condition === 'GOOD' && !taken.includes(row.serial.toUpperCase()),
  );
  if (pieces.length === 0) {
    return null;
  }
  return (
    <Drop
      label={t('pieces.choose', { count: pieces.length })}
      variant="outlined"
      size="small"
      sx={{ mt: 0.5 }}
    >
      {(close) => (
        <Pieces
          pieces={pieces}
          onChoose={(serials) => {
            close();
            onChoose(serials);
          }}
        />
      )}
    </Drop>
  );
}

function Pieces({
  pieces,
  onChoose,
}: {
  pieces: readonly {
    key: string;
    serial: string | null;
    lot: string | null;
    place: string | null;
    available: string | null;
  }[];
  onChoose: (serials: string[]) => void;
}) {
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState<string[]>([]);
  const meant = pieces.filter((row) =>
    [row.serial, row.lot, row.place].some((part) =>
      part?.toUpperCase().includes(words.trim().toUpperCase()),
    ),
  );
  return (
    <Box sx={{ p: 1.5, width: 360, display: 'grid', gap: 1 }}>
      <TextField
        label={t('pieces.find')}
        value={words}
        onChange={(event) => setWords(event.target.value)}
        autoFocus
      />
      <Box sx={{ maxHeight: 320, overflow: 'auto' }}>
        {meant.slice(0, MOST).map((row) => {
          const serial = row.serial ?? '';
          const free = Number(row.available) > 0;
          return (
            <Box key={row.key} sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
              <Tick
                label={serial}
                checked={chosen.includes(serial)}
                disabled={!free}
                onChange={(ticked) =>
                  setChosen(
                    ticked ? [...chosen, serial] : chosen.filter((other) => other !== serial),
                  )
                }
              />
              <Box sx={{ color: 'text.secondary', alignSelf: 'center' }}>
                {!free && `${t('pieces.reserved')} · `}
                {row.lot && <Code>{row.lot}</Code>} <Code>{row.place}</Code>
              </Box>
            </Box>
          );
        })}
        {meant.length > MOST && (
          <Box sx={{ color: 'text.secondary' }}>
            {t('pieces.more', { count: meant.length - MOST, more: grouped(meant.length - MOST) })}
          </Box>
        )}
        {meant.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('pieces.none')}</Box>}
      </Box>
      <Button variant="contained" disabled={chosen.length === 0} onClick={() => onChoose(chosen)}>
        {t('pieces.take', { count: chosen.length })}
      </Button>
    </Box>
  );
}
