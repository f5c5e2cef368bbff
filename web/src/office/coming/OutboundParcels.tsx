import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { post, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { CarrierChoice } from '../../kit/CarrierChoice';
import { ScaleChoice, useScale } from '../../kit/ScaleChoice';
import { useSave } from '../../kit/useSave';
import { LabelButton } from '../labels/LabelButton';
import { GoodsRow } from '../../kit/DocumentPanel';
import { ended } from './OutboundState';
import { soFar } from '../../kit/numbers';
import { plus } from '../../kit/sums';
import { NumberField } from '../../kit/NumberField';
import { t } from '../../app/words';

type Card = Schemas['OutboundCard'];

const OLD = ['outbound', 'on-hand'];

/** What stands on each unit load of an order, what it weighs, and who carries it. */
export function OutboundParcels({ card }: { card: Card }) {
  const may = useMay('MOVE') && !ended(card.state);
  const scales = useScale(card.siteId);
  const weigh = useSave(OLD, (command, { load, weight }: { load: number; weight?: number }) =>
    post('/api/outbound/{id}/parcels/{load}/weight', { id: card.id, load })(command, {
      weight,
      scale: scales.scale,
    }),
  );
  const drop = useSave(OLD, (command, load: number) =>
    remove('/api/outbound/{id}/parcels/{load}', { id: card.id, load })(command),
  );
  if (card.parcels.length === 0) {
    return null;
  }
  return (
    <Part title={t('packing.loads')}>
      {may && card.parcels.some((one) => one.weight === null) && <ScaleChoice {...scales} />}
      <ProblemNote problem={weigh.error ?? drop.error} />
      {card.parcels.map((parcel) => {
        const on = together(card.kept.filter((one) => one.picked && one.loadId === parcel.load));
        return (
          <Box key={parcel.load} sx={{ borderBottom: 1, borderColor: 'divider', py: 0.75 }}>
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
              <Code strong>{parcel.code}</Code>
              <Box sx={{ flex: 1 }}>
                {[
                  parcel.weight !== null &&
                    `${quantity(String(parcel.weight))} kg${parcel.weighed ? '' : ` (${t('packing.byHand')})`}`,
                  parcel.tracking && `${parcel.service} ${parcel.tracking}`,
                  parcel.shipped && t('outbound.state.SHIPPED'),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Box>
              {parcel.tracking && (
                <Button
                  component="a"
                  href={`/api/outbound/${card.id}/papers/CARRIER?load=${parcel.load}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  {t('packing.carrierLabel')}
                </Button>
              )}
              <LabelButton of="UNIT_LOAD" ids={[parcel.load]} word={t('packing.label')} />
              {may && on.length === 0 && !parcel.shipped && (
                <Button size="small" onClick={() => drop.mutate(parcel.load)}>
                  {t('packing.drop')}
                </Button>
              )}
            </Box>
            {on.map((one) => (
              <GoodsRow key={one.id} of={{ ...one, place: undefined, load: null }} />
            ))}
            {may && on.length > 0 && (
              <Box sx={{ display: 'flex', gap: 1, pl: 2, mt: 0.75, alignItems: 'center' }}>
                {parcel.weight === null ? (
                  <Weight
                    busy={weigh.isPending}
                    onWeigh={(weight) => weigh.mutate({ load: parcel.load, weight })}
                  />
                ) : (
                  !parcel.tracking && (
                    <Box sx={{ minWidth: 240 }}>
                      <CarrierChoice order={card.id} load={parcel.load} />
                    </Box>
                  )
                )}
              </Box>
            )}
          </Box>
        );
      })}
    </Part>
  );
}

/** Goods that are alike are one row, whichever line they are for. */
function together(kept: Card['kept']): Card['kept'] {
  const rows = new Map<string, Card['kept'][number]>();
  for (const one of kept) {
    const key = `${one.itemId} ${one.lotId} ${one.serialId}`;
    const known = rows.get(key);
    rows.set(key, known ? { ...one, quantity: plus(known.quantity, one.quantity) } : one);
  }
  return [...rows.values()];
}

function Weight({
  busy,
  onWeigh,
}: {
  busy: boolean;
  onWeigh: (weight: number | undefined) => void;
}) {
  const [text, setText] = useState('');
  const typed = Number(soFar(text) ?? 0);
  return (
    <>
      <Button variant="outlined" loading={busy} onClick={() => onWeigh(undefined)}>
        {t('packing.weigh')}
      </Button>
      <NumberField
        label={t('packing.typed')}
        value={text}
        onChange={(event) => setText(event.target.value)}
        sx={{ width: 120 }}
      />
      <Button disabled={!(typed > 0)} onClick={() => onWeigh(typed)}>
        {t('packing.set')}
      </Button>
    </>
  );
}
