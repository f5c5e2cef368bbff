import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { ItemPicture } from '../kit/ItemPicture';
import { Blank } from './Blank';

type View = Schemas['FloorMove'];
type Why = Schemas['FloorPlace']['why'];

/** What moves whole: a unit load, several goods of a bin, or all of them. */
export function WholeLoad({ load }: { load: Schemas['FloorLoad'] }) {
  const { t } = useTranslation();
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

/** How much of what, of which lot or which pieces. */
export function GoodsOf({ view, why }: { view: View; why: (reason: Why) => string | undefined }) {
  const { t } = useTranslation();
  return (
    <>
      <Blank state={view.quantity.state} label={t('quantity')} why={why(view.quantity.why)} narrow>
        {view.quantity.value && quantity(view.quantity.value)} {view.item.symbol}
      </Blank>{' '}
      ×{' '}
      <Blank state={view.item.state} label={t('item.item')}>
        {view.item.name}
      </Blank>
      {view.lot && (
        <>
          {' · '}
          {t('move.lot')}{' '}
          <Blank state={view.lot.state} label={t('lot')} why={why(view.lot.why)}>
            <Code>{view.lot.code}</Code>
          </Blank>
        </>
      )}
      {view.needsSerials && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank state={view.serials.length ? 'SAID' : 'EMPTY'} label={t('serial')}>
            <Code>{view.serials.join(', ')}</Code>
          </Blank>
        </>
      )}
    </>
  );
}

/** What one would otherwise have to ask: what lies there, in packs, until when it is good. */
export function Facts({ view }: { view: View }) {
  const { t } = useTranslation();
  const facts = [
    view.quantity.packs && `= ${view.quantity.packs}`,
    view.verb !== 'ARRIVE' &&
      view.from.address &&
      view.item.name &&
      Number(view.held) > 0 &&
      t('move.holds', { place: view.from.address, amount: quantity(view.held) }),
    view.lot?.expiry && `${t('expires')} ${date(view.lot.expiry)}`,
    view.condition && view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
    view.item.shelfNote && `${t('item.shelfNote')}: ${view.item.shelfNote}`,
    view.elsewhere.length > 0 &&
      t('away.elsewhere', {
        places: view.elsewhere
          .map((one) => `${one.address} (${quantity(one.quantity)})`)
          .join(', '),
      }),
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
