import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { ItemPicture } from '../kit/ItemPicture';
import { Blank } from './Blank';
import type { View } from './desks';

/** What moves whole: a unit load, several goods of a bin, or all of them. */
export function WholeLoad({ load }: { load: Schemas['FloorLoad'] }) {
  const one = load.contents.length === 1 ? load.contents[0] : undefined;
  if (load.part === 'SEVERAL' || load.part === 'EVERYTHING') {
    return (
      <>
        <Blank state="SAID" label={t('item.item')}>
          {load.part === 'EVERYTHING'
            ? t('move.everything')
            : t('move.several', { count: load.contents.length })}
        </Blank>
        <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
          {load.contents
            .map((each) => `${quantity(each.quantity)} ${each.symbol} ${each.name}`)
            .join(' · ')}
        </Box>
      </>
    );
  }
  return (
    <>
      {t('away.load')}{' '}
      <Blank state="SAID" label={t('load')}>
        <Code>{load.code}</Code>
      </Blank>{' '}
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {one
          ? `(${quantity(one.quantity)} ${one.symbol} ${one.name})`
          : t('away.kinds', { count: load.contents.length })}
      </Box>
    </>
  );
}

/** What one would otherwise have to ask: what lies there, in packs, until when it is good. */
export function Facts({ view }: { view: View }) {
  const { item, lot, from, place, adjusting, picking } = view;
  const amount = (of: string) => (Number(of) === 0 ? '0' : quantity(of));
  const facts = [
    view.verb === 'COUNT' && item.code,
    view.quantity.packs && `= ${view.quantity.packs}`,
    view.verb !== 'ARRIVE' &&
      from?.address &&
      item.name &&
      Number(view.held) > 0 &&
      t('move.holds', { place: from.address, amount: quantity(view.held) }),
    adjusting?.book &&
      place?.address &&
      t('move.holds', { place: place.address, amount: amount(adjusting.book) }),
    !view.expiry && lot?.expiry && `${t('expires')} ${date(lot.expiry)}`,
    view.verb === 'COUNT' && view.into && `${t('away.load')} ${view.into.value}`,
    view.verb === 'ADJUST' &&
      view.load &&
      view.load.part !== 'WHOLE' &&
      `${t('away.load')} ${view.load.code}`,
    view.incoming && `${t('away.load')} ${view.incoming}`,
    view.condition && view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
    item.shelfNote && `${t('item.shelfNote')}: ${item.shelfNote}`,
    view.elsewhere.length > 0 &&
      t('away.elsewhere', {
        places: view.elsewhere
          .map((one) => `${one.address} (${quantity(one.quantity)})`)
          .join(', '),
      }),
    picking?.asked &&
      Number(picking.shortBy) > 0 &&
      t('picking.listSays', { asked: quantity(picking.asked) }),
    view.verb === 'SEND' &&
      item.available !== null &&
      t('going.available', { amount: `${amount(item.available)} ${item.symbol}` }),
  ].filter(Boolean);
  return (
    <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
      {facts.join(' · ')}
    </Box>
  );
}

/** The item's picture to know it by, beside what there is to know. */
export function Known({ item, children }: { item: View['item']; children: ReactNode }) {
  return (
    <Box component="span" sx={{ display: 'flex', gap: 1.5, mt: 1, alignItems: 'center' }}>
      {item.id !== null && (
        <ItemPicture item={item.id} picture={item.picture} name={item.name ?? ''} size={72} />
      )}
      <span>{children}</span>
    </Box>
  );
}
