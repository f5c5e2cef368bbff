import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { quantity } from './format';

/** What traced goods are called: a piece by its serial number, else a lot, else the item alone. */
export function goodsName(goods: Schemas['TracedGoods']): string {
  if (goods.serial) {
    return `${goods.name} ${goods.serial}`;
  }
  return goods.lot ? t('trace.lotOf', { item: goods.name, lot: goods.lot }) : goods.name;
}

/** Where goods are traced, at its own address. */
export function traceAddress(of: { lotId?: number | null; serialId?: number | null }): string {
  return of.serialId
    ? `/office/looking-back/trace?serial=${of.serialId}`
    : `/office/looking-back/trace?lot=${of.lotId}`;
}

/** What came in, what went out and what is held, in a sentence. */
export function sumOf({ balance, goods }: Schemas['TracedPart']): string {
  // In a sentence nothing is a figure too.
  const figure = (amount: string) => (Number(amount) === 0 ? '0' : quantity(amount));
  return t('trace.sum', {
    in: `${figure(balance.cameIn)} ${goods.symbol}`,
    out: figure(balance.wentOut),
    held: figure(balance.held),
  });
}
