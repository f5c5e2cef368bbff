import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { t } from '../app/words';
import { post } from '../api/ask';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { CarrierChoice } from '../kit/CarrierChoice';
import { ScaleChoice, useScale } from '../kit/ScaleChoice';
import { useSave } from '../kit/useSave';
import { Choosing, HeadStrip, Listed, Numbered, Row, SmallButton, TypeLine } from './Parts';
import { SentenceLine } from './SentenceLine';
import { useBasics, type Parts, type Talk } from './talk';
import { saying } from './useSentence';

type Picking = Schemas['FloorPicking'];

/** Packing: which goods go into which unit load; then weight, carrier, and out of the house. */
export function usePackParts(talk: Talk): Parts {
  const { now, desk } = talk;
  const { undo, back, confirm, amount } = useBasics(talk);
  const picking = now.picking!;
  const order = picking.orders[0];
  const choose = (document: number) => desk.speak({ kind: 'document', document });
  const handOver = useSave(
    ['outbound', 'sentence'],
    (command, id: number) => post('/api/outbound/{id}/hand-over', { id })(command, {}),
    () => choose(0),
  );
  if (!order) {
    return {
      choice: <PackChoice choices={picking.choosable} onChoose={choose} />,
      small: [back],
      hint: t('picking.scanOrder'),
    };
  }
  const open = picking.stops.length > 0;
  const newLoad = { label: t('packing.newLoad'), onPress: () => desk.speak({ kind: 'load' }) };
  return {
    head: (
      <HeadStrip number={order.number}>
        <Box sx={{ flex: 1 }}>{order.party}</Box>
        {open && <Box>{t('packing.left', { count: picking.stops.length })}</Box>}
      </HeadStrip>
    ),
    title: open ? <SentenceLine view={now} /> : <></>,
    body: (
      <>
        <Parcels
          order={order.id}
          site={talk.site.id}
          picking={picking}
          onUse={(load) => desk.say(saying({ kind: 'LOAD', load }))}
        />
        {open && (
          <Listed head={t('packing.toPack')}>
            {picking.stops.map((stop) => (
              <Row
                key={stop.id}
                title={stop.name}
                detail={stop.mark && <Code>{stop.mark}</Code>}
                end={`${quantity(stop.quantity)} ${stop.symbol}`}
              />
            ))}
          </Listed>
        )}
        <ProblemNote problem={handOver.error} />
      </>
    ),
    small: [
      undo,
      ...(now.whole || !open ? [newLoad] : []),
      { label: t('packing.other'), onPress: () => choose(0) },
    ],
    main: !open
      ? {
          label: t('packing.handOver'),
          onPress: () => handOver.mutate(order.id),
          disabled: handOver.isPending,
        }
      : now.whole
        ? confirm(now.ready ? t('packing.pack', amount) : t('picking.isIt'))
        : newLoad,
    hint: t('packing.hint'),
  };
}

function PackChoice({
  choices,
  onChoose,
}: {
  choices: Schemas['OutboundRow'][];
  onChoose: (order: number) => void;
}) {
  return (
    <Choosing
      title={t('packing.title')}
      find={t('packing.find')}
      none={choices.length === 0 && t('packing.none')}
    >
      {choices.map((one) => (
        <Row
          key={one.id}
          onTap={() => onChoose(one.id)}
          title={<Numbered number={one.number}>{one.party}</Numbered>}
          detail={
            one.late > 0
              ? t('going.late', { count: one.late })
              : one.needed
                ? t('picking.needed', { day: date(one.needed) })
                : ''
          }
          end={t(`outbound.state.${one.state}`)}
        />
      ))}
    </Choosing>
  );
}

/** The unit loads of the order: what they weigh, and who carries them. */
function Parcels({
  order,
  site,
  picking,
  onUse,
}: {
  order: number;
  site: number;
  picking: Picking;
  onUse: (load: number) => void;
}) {
  const queries = useQueryClient();
  const scales = useScale(site);
  const again = () => void queries.invalidateQueries({ queryKey: ['sentence'] });
  const weigh = useSave(
    ['outbound'],
    (command, { load, weight }: { load: number; weight?: number }) =>
      post('/api/outbound/{id}/parcels/{load}/weight', { id: order, load })(command, {
        weight,
        scale: scales.scale,
      }),
    again,
  );
  if (picking.parcels.length === 0) {
    return null;
  }
  return (
    <Listed head={t('packing.loads')}>
      {picking.parcels.some((one) => one.weight === null) && <ScaleChoice {...scales} />}
      <ProblemNote problem={weigh.error} />
      {picking.parcels.map((parcel) => (
        <Box key={parcel.load} sx={{ pb: 1 }}>
          <Row
            title={<Code strong>{parcel.code}</Code>}
            detail={[
              t('packing.kinds', { count: parcel.kinds }),
              parcel.weight !== null && `${quantity(String(parcel.weight))} kg`,
              parcel.tracking,
            ]
              .filter(Boolean)
              .join(' · ')}
            end={
              (picking.stops.length > 0 || parcel.weight === null) && (
                <Box sx={{ display: 'flex', width: 96 }}>
                  {picking.stops.length > 0 ? (
                    <SmallButton onClick={() => onUse(parcel.load)}>{t('packing.use')}</SmallButton>
                  ) : (
                    <SmallButton onClick={() => weigh.mutate({ load: parcel.load })}>
                      {t('packing.weigh')}
                    </SmallButton>
                  )}
                </Box>
              )
            }
          />
          {picking.stops.length === 0 && parcel.weight === null && (
            <TypeLine
              number
              fields={[t('packing.typed')]}
              label={t('packing.set')}
              onSay={(weight) => weigh.mutate({ load: parcel.load, weight: Number(weight) })}
            />
          )}
          {parcel.weight !== null && !parcel.tracking && (
            <CarrierChoice order={order} load={parcel.load} />
          )}
        </Box>
      ))}
    </Listed>
  );
}
