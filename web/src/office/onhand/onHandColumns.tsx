import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { columnsOf, type Column } from '../../kit/columns';
import { parts, StockBar } from '../../kit/StockBar';

type Row = Schemas['OnHandRow'];

/** What a row can stand for. */
export const GROUPS = ['ITEM', 'SITES', 'PLACE', 'LOT', 'POSITION'] as const;
/** What a row stands for, where it is about one site or one sum. */
export type Group = Exclude<(typeof GROUPS)[number], 'SITES'>;

/** Which items are shown, where rows are items. */
export const STOCKED = ['IN_STOCK', 'ALL', 'NONE', 'BELOW_POINT', 'COMING'] as const;
export type Stocked = (typeof STOCKED)[number];

/**
 * The columns that a grouping of stock has. Bars share one scale.
 *
 * @param comes whether what is on the way is shown from the start
 */
export function onHandColumns(group: Group, scale: number, comes = false): Column<Row>[] {
  const of = columnsOf<Row>();
  const positions = group === 'POSITION';
  const item = of.code('item', t('item.code'), 100, { sort: 'ITEM' });
  const name = of.text('name', t('item.name'), 180, {
    grow: 2,
    sort: group === 'ITEM' ? 'NAME' : undefined,
  });
  const site = of.text('site', t('site'), 110, { grow: 1 });
  const area = of.text('area', t('area'), 110, { grow: 1, spare: positions });
  const place = of.code('place', t('bin'), 120, { sort: 'PLACE' });
  const lot = of.code('lot', t('lot'), 120, { sort: group === 'LOT' ? 'LOT' : undefined });
  const expiry = of.day('expiry', t('expiry'), 115, { sort: 'EXPIRY', spare: positions });
  const inDate = of.day('inDate', t('onHand.since'), 115, {
    sort: group === 'ITEM' ? undefined : 'IN_DATE',
    spare: positions,
  });
  const onHand = of.amount('onHand', t('onHand.onHand'), 110, { sort: 'ON_HAND' });
  const available = of.amount('available', t('onHand.available'), 110, {
    sort: 'AVAILABLE',
    spare: positions,
  });
  const bar = of.shown(
    'bar',
    t('onHand.bar'),
    90,
    (row) => (
      <StockBar
        of={parts(row.onHand ?? '0', row.available ?? '0', row.coming, row.reserved)}
        scale={scale}
      />
    ),
    { grow: 1 },
  );
  const count = of.count('positions', t('onHand.positions'), 90);
  switch (group) {
    case 'ITEM':
      return [
        item,
        name,
        onHand,
        available,
        bar,
        of.amount('coming', t('onHand.coming'), 110, { spare: !comes }),
        count,
        inDate,
      ];
    case 'PLACE':
      return [place, site, area, of.count('items', t('onHand.items'), 80), count, inDate];
    case 'LOT':
      return [lot, item, name, expiry, onHand, available, bar, count, inDate];
    case 'POSITION':
      return [
        item,
        name,
        site,
        area,
        place,
        lot,
        expiry,
        of.code('serial', t('serial'), 120),
        of.choice('condition', t('condition'), 105, (one) => t(`conditions.${one}`), {
          spare: true,
        }),
        onHand,
        available,
        bar,
        inDate,
      ];
  }
}
