import type { TFunction } from 'i18next';
import type { Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { count, date } from '../../kit/format';
import type { Column } from '../../kit/sheetColumns';
import { parts, StockBar } from '../../kit/StockBar';

type Row = Schemas['OnHandRow'];

export const GROUPS = ['ITEM', 'PLACE', 'LOT', 'POSITION'] as const;
export type Group = (typeof GROUPS)[number];

/** The columns that a grouping of stock has. Bars share one scale. */
export function columnsOf(group: Group, t: TFunction, scale: number): Column<Row>[] {
  const all: Record<string, Column<Row>> = {
    item: {
      key: 'item',
      title: t('item.code'),
      width: '100px',
      sort: 'ITEM',
      cell: (row) => <Code>{row.item}</Code>,
    },
    name: {
      key: 'name',
      title: t('item.name'),
      width: 'minmax(180px, 2fr)',
      sort: group === 'ITEM' ? 'NAME' : undefined,
      cell: (row) => row.name,
    },
    site: {
      key: 'site',
      title: t('site'),
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.site,
    },
    area: {
      key: 'area',
      title: t('area'),
      width: 'minmax(110px, 1fr)',
      spare: group === 'POSITION',
      cell: (row) => row.area,
    },
    place: {
      key: 'place',
      title: t('bin'),
      width: '120px',
      sort: 'PLACE',
      cell: (row) => <Code>{row.place}</Code>,
    },
    lot: {
      key: 'lot',
      title: t('lot'),
      width: '120px',
      sort: group === 'LOT' ? 'LOT' : undefined,
      cell: (row) => <Code>{row.lot}</Code>,
    },
    expiry: {
      key: 'expiry',
      title: t('expiry'),
      width: '115px',
      sort: 'EXPIRY',
      cell: (row) => date(row.expiry),
    },
    serial: {
      key: 'serial',
      title: t('serial'),
      width: '120px',
      cell: (row) => <Code>{row.serial}</Code>,
    },
    condition: {
      key: 'condition',
      title: t('condition'),
      width: '105px',
      spare: true,
      cell: (row) => row.condition && t(`conditions.${row.condition}`),
    },
    onHand: {
      key: 'onHand',
      title: t('onHand.onHand'),
      width: '110px',
      align: 'right',
      sort: 'ON_HAND',
      cell: (row) => <Amount value={row.onHand} unit={row.symbol} />,
    },
    available: {
      key: 'available',
      title: t('onHand.available'),
      width: '110px',
      align: 'right',
      sort: 'AVAILABLE',
      cell: (row) => <Amount value={row.available} unit={row.symbol} />,
    },
    bar: {
      key: 'bar',
      title: t('onHand.bar'),
      width: 'minmax(90px, 1fr)',
      cell: (row) => (
        <StockBar
          of={parts(row.onHand ?? '0', row.available ?? '0', row.coming, row.reserved)}
          scale={scale}
        />
      ),
    },
    coming: {
      key: 'coming',
      title: t('onHand.coming'),
      width: '110px',
      align: 'right',
      spare: true,
      cell: (row) => row.coming && <Amount value={row.coming} unit={row.symbol} />,
    },
    inDate: {
      key: 'inDate',
      title: t('onHand.since'),
      width: '115px',
      sort: group === 'ITEM' ? undefined : 'IN_DATE',
      cell: (row) => date(row.inDate),
    },
    positions: {
      key: 'positions',
      title: t('onHand.positions'),
      width: '90px',
      align: 'right',
      cell: (row) => count(row.positions ?? 0),
    },
    items: {
      key: 'items',
      title: t('onHand.items'),
      width: '80px',
      align: 'right',
      cell: (row) => count(row.items ?? 0),
    },
  };
  const chosen: Record<Group, string[]> = {
    ITEM: ['item', 'name', 'onHand', 'available', 'bar', 'coming', 'positions', 'inDate'],
    PLACE: ['place', 'site', 'area', 'items', 'positions', 'inDate'],
    LOT: ['lot', 'item', 'name', 'expiry', 'onHand', 'available', 'bar', 'positions', 'inDate'],
    POSITION: [
      'item',
      'name',
      'site',
      'area',
      'place',
      'lot',
      'expiry',
      'serial',
      'condition',
      'onHand',
      'available',
      'bar',
      'inDate',
    ],
  };
  return chosen[group].map((key) => ({
    ...all[key],
    spare:
      all[key].spare || (group === 'POSITION' && ['available', 'expiry', 'inDate'].includes(key)),
  }));
}
