import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactElement } from 'react';
import { Trans } from 'react-i18next';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { Blank } from './Blank';
import type { View } from './desks';
import { Facts, Known, WholeLoad } from './SentenceParts';

type Place = Schemas['FloorPlace'];

const WHOLE = ['WHOLE', 'SEVERAL', 'EVERYTHING'];
const MOST_SERIALS = 3;

/** Which of its sentences a verb says: each is a template in which a language orders the blanks. */
function template(view: View) {
  if (view.verb === 'ADJUST') {
    return `sentence.ADJUST_${view.adjusting?.way ?? 'OUT'}` as const;
  }
  if (view.verb === 'PICK') {
    return view.into ? ('sentence.PICK_INTO' as const) : ('sentence.PICK' as const);
  }
  if (view.verb === 'COUNT') {
    const again = view.counting?.slip?.again ? '_AGAIN' : '';
    return `sentence.COUNT${again}${view.item.id === null ? '' : '_GOODS'}` as const;
  }
  const onto = view.load?.part === 'ONTO';
  return onto && (view.verb === 'MOVE' || view.verb === 'PUT_AWAY' || view.verb === 'REFILL')
    ? (`sentence.${view.verb}_ONTO` as const)
    : (`sentence.${view.verb as Exclude<View['verb'], 'ADJUST' | 'PICK' | 'COUNT'>}` as const);
}

/** A sentence as far as it is filled. A list dots what it says until it is confirmed. */
export function SentenceLine({ view, onWhy }: { view: View; onWhy?: () => void }) {
  const listed = view.verb === 'PICK' || view.verb === 'PACK';
  const away = view.verb === 'PUT_AWAY' || view.verb === 'REFILL';
  const slots: Record<string, ReactElement> = {
    goods: <Goods view={view} listed={listed} />,
    item: <Item view={view} />,
    quantity: <Amount view={view} />,
    from: <Bin of={view.from} label={t('from')} />,
    // Whoever puts away reads this from the trolley.
    to: (
      <Bin of={view.to} label={t(view.verb === 'ARRIVE' ? 'receive.place' : 'to')} large={away} />
    ),
    place: (
      <Bin
        of={view.place}
        label={t(view.verb === 'RECEIVE' ? 'receive.place' : 'bin')}
        listed={listed}
      />
    ),
    into: <Into view={view} />,
    where: <Where view={view} />,
    load: (
      <Blank state="SAID" label={t('load')}>
        <Code>{view.load?.code}</Code>
      </Blank>
    ),
  };
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.72 }}
    >
      {view.verb === 'PICK' && (
        <Box component="span" sx={{ display: 'block', fontSize: 44, lineHeight: 1.35 }}>
          {slots.place}
        </Box>
      )}
      <Trans i18nKey={template(view)} components={slots} />
      <Known item={view.item}>
        <Facts view={view} />
      </Known>
      {onWhy && (view.to?.why ?? view.warning) && view.item.id !== null && (
        <Button onClick={onWhy} sx={{ minHeight: 48, fontSize: 17, px: 0 }}>
          {t('away.why')}
        </Button>
      )}
    </Box>
  );
}

function whySaid(why: Place['why']) {
  return why ? t(`move.why.${why}`) : undefined;
}

function Bin({
  of,
  label,
  large,
  listed,
}: {
  of: Place | null;
  label: string;
  large?: boolean;
  listed?: boolean;
}) {
  return (
    <Blank
      state={of?.state ?? 'EMPTY'}
      label={label}
      why={whySaid(of?.why ?? null)}
      listed={listed}
    >
      <Box component="span" sx={{ fontSize: large ? 36 : 'inherit' }}>
        <Code>{of?.address}</Code>
      </Box>
    </Blank>
  );
}

/** Where it is counted: a bin, an item wherever it lies, or the whole of a site without bins. */
function Where({ view: { counting, place } }: { view: View }) {
  const bin = counting?.unbinned ? (
    <b>{t('counting.theWholeSite')}</b>
  ) : (
    <Bin of={place} label={t('bin')} />
  );
  return counting?.slip?.item ? (
    <Trans i18nKey="sentence.itemIn" components={{ of: <b>{counting.slip.item}</b>, place: bin }} />
  ) : (
    bin
  );
}

function Into({ view }: { view: View }) {
  return (
    <Blank state={view.into?.state ?? 'EMPTY'} label={t('load')} listed>
      <Code>{view.into?.value}</Code>
    </Blank>
  );
}

function Amount({ view, listed }: { view: View; listed?: boolean }) {
  const of = view.quantity;
  return (
    <Blank state={of.state} label={t('quantity')} why={whySaid(of.why)} narrow listed={listed}>
      {of.value && (Number(of.value) === 0 ? '0' : quantity(of.value))} {view.item.symbol}
    </Blank>
  );
}

/** An item, of which lot or which pieces, good until when. */
function Item({ view, listed }: { view: View; listed?: boolean }) {
  const { lot, expiry, serial, serials } = view;
  return (
    <>
      <Blank state={view.item.state} label={t('item.item')} listed={listed}>
        {view.item.name}
      </Blank>
      {lot && (
        <>
          {' · '}
          {t('move.lot')}{' '}
          <Blank state={lot.state} label={t('lot')} why={whySaid(lot.why)} listed={listed}>
            <Code>{lot.code}</Code>
          </Blank>
        </>
      )}
      {expiry && (view.needsExpiry || expiry.value) && (
        <>
          {' · '}
          {t('receive.goodUntil')}{' '}
          <Blank state={expiry.state} label={t('receive.lastDay')} why={whySaid(expiry.why)}>
            {date(expiry.value)}
          </Blank>
        </>
      )}
      {(view.needsSerials || serial) && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank
            state={serial?.state ?? (serials.length ? 'SAID' : 'EMPTY')}
            label={t('serial')}
            listed={listed}
          >
            <Code>
              {serial
                ? serial.value
                : serials.length > MOST_SERIALS
                  ? `${serials[0]} … ${serials[serials.length - 1]}`
                  : serials.join(', ')}
            </Code>
          </Blank>
        </>
      )}
    </>
  );
}

/** How much of what; or what moves whole. */
function Goods({ view, listed }: { view: View; listed: boolean }) {
  return view.load && WHOLE.includes(view.load.part) ? (
    <WholeLoad load={view.load} />
  ) : (
    <Trans
      i18nKey="sentence.goods"
      components={{
        quantity: <Amount view={view} listed={listed} />,
        item: <Item view={view} listed={listed} />,
      }}
    />
  );
}
