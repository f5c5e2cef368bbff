import Box from '@mui/material/Box';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { Listed, Row } from './Parts';
import type { View } from './desks';
import { saying, type Saying } from './useSentence';
import { plus } from '../kit/sums';

type Candidate = Schemas['FloorCandidate'];

/** Where the goods lie, or which lots do: to look at, or to tap instead of a scan. */
export function Candidates({ view, onChoose }: { view: View; onChoose: (saying: Saying) => void }) {
  const byPlace = view.from?.state === 'EMPTY';
  // Serial numbers are scanned from the piece in hand, never picked from a list.
  const toTap = !view.needsSerials || byPlace;
  const offered = byPlace ? onePerPlace(view.candidates) : view.candidates;
  if (offered.length === 0 || (!byPlace && !view.lot && !view.needsSerials)) {
    return null;
  }
  const choose = (one: Candidate) =>
    onChoose(
      byPlace
        ? saying({ kind: 'BIN', place: one.place, role: 'FROM' })
        : saying({ kind: 'LOT', item: view.item.id ?? undefined, lot: one.lotId }),
    );
  return (
    <Listed head={byPlace ? t('move.liesIn') : t('move.liesThere')}>
      {offered.map((one, i) => (
        <Row
          key={i}
          onTap={toTap ? () => choose(one) : undefined}
          title={
            <>
              <Code strong>{byPlace ? one.address : one.lot}</Code>
              {!byPlace && one.expiry && (
                <Box component="span" sx={{ color: 'text.secondary', fontSize: 16, ml: 1 }}>
                  {t('expires')} {date(one.expiry)}
                </Box>
              )}
            </>
          }
          end={quantity(one.quantity)}
        />
      ))}
    </Listed>
  );
}

function onePerPlace(candidates: Candidate[]): Candidate[] {
  const places = new Map<number, Candidate>();
  for (const one of candidates) {
    const known = places.get(one.place);
    places.set(one.place, known ? { ...known, quantity: plus(known.quantity, one.quantity) } : one);
  }
  return [...places.values()];
}
