import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Fragment, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { date, quantity } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { DocumentLink } from '../DocumentLink';
import { TraceDrawing } from './TraceDrawing';
import { goodsName, sumOf, traceAddress } from '../../kit/traceWords';

type Trace = Schemas['Trace'];
type Part = Schemas['TracedPart'];
type Side = Schemas['TraceSide'];

/** What is told of goods before anything is drawn: where they are, who has them, whence they came. */
export function TraceView({ trace }: { trace: Trace }) {
  const subjects = trace.parts.filter((part) => part.role === 'SUBJECT');
  const others = trace.parts.filter((part) => part.role !== 'SUBJECT');
  return (
    <Box sx={{ pb: 3 }}>
      {!trace.complete && <Box sx={{ color: 'error.main', mb: 1 }}>{t('trace.brokenOff')}</Box>}
      {subjects.map((part) => (
        <Subject key={goodsName(part.goods)} part={part} trace={trace} />
      ))}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 3fr) minmax(0, 2fr)',
          columnGap: 4,
          mb: 1.5,
        }}
      >
        <Sides
          title={t('trace.holders')}
          none={t('trace.nobody')}
          trace={trace}
          sides={trace.holders.filter((side) => side.place !== 'USED_UP' || !isMaking(side, trace))}
          there={t('trace.has')}
        />
        <Box sx={{ display: 'grid', alignContent: 'start', rowGap: 1.5 }}>
          <Held trace={trace} />
          <Sides
            title={t('trace.origins')}
            none={t('trace.nowhere')}
            trace={trace}
            sides={trace.origins}
            there={t('trace.came')}
          />
          {trace.jobs.length > 0 && <Jobs trace={trace} />}
        </Box>
      </Box>
      {trace.lines.length > 0 && <TraceDrawing key={keyOf(trace)} trace={trace} />}
      {others.length > 0 && (
        <Block title={t('trace.others')}>
          {others.map((part) => (
            <GridRow key={goodsName(part.goods)} tracks="150px 1fr 220px">
              <span>{t(`trace.role.${part.role}`)}</span>
              <Link to={traceAddress(part.goods)}>{goodsName(part.goods)}</Link>
              <Balance part={part} />
            </GridRow>
          ))}
        </Block>
      )}
    </Box>
  );
}

function keyOf(trace: Trace): string {
  return trace.parts.map((part) => `${part.goods.lotId}-${part.goods.serialId}`).join(' ');
}

/** What a job has made came out of what was used up: that is nobody who has something. */
function isMaking(side: Side, trace: Trace): boolean {
  return trace.jobs.some((job) => job.made.length > 0 && side.documents.includes(job.document));
}

/** A subject in one sentence, with the proof that nothing is missing. */
function Subject({ part, trace }: { part: Part; trace: Trace }) {
  const { goods, balance } = part;
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ fontSize: 24 }}>
        <b>
          <Code>{goods.serial ?? goods.lot}</Code>
        </b>{' '}
        <Link to={`/office/on-hand?open=item:${goods.itemId}`}>{goods.name}</Link>
        {goods.expiry && (
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
            {' '}
            {t('serials.expires', { day: date(goods.expiry) })}
          </Box>
        )}
      </Box>
      <Box sx={{ fontSize: 18 }}>
        {sumOf(part)} <Balance part={part} />
      </Box>
      <Box sx={{ color: 'text.secondary' }}>
        {[
          ...balance.in.map(
            (one) => `+${quantity(one.quantity)} ${t(`trace.places.${one.place}`)}`,
          ),
          ...balance.out.map(
            (one) => `−${quantity(one.quantity)} ${t(`trace.places.${one.place}`)}`,
          ),
        ].join(' · ')}
      </Box>
      {balance.differences.map((one) => (
        <Box key={`${one.placeId} ${one.load} ${one.condition}`} sx={{ color: 'error.main' }}>
          {t('trace.difference', {
            place: addressOf(one.placeId, trace),
            kept: quantity(one.kept),
            recomputed: quantity(one.recomputed),
          })}
        </Box>
      ))}
    </Box>
  );
}

function Balance({ part }: { part: Part }) {
  const sound = Number(part.balance.missing) === 0 && part.balance.differences.length === 0;
  return sound ? (
    <Box component="span" sx={{ color: 'success.main' }}>
      {t('trace.nothingMissing')}
    </Box>
  ) : (
    <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
      {t('trace.missing', { quantity: quantity(part.balance.missing) })}
    </Box>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ minWidth: 0 }}>
      <Box component="h2" sx={{ typography: 'h2', m: 0, mb: 0.5 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}

/** Which part something is of, where there are several. */
function OfPart({ trace, part }: { trace: Trace; part: number }) {
  return trace.parts.length > 1 ? (
    <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{goodsName(trace.parts[part].goods)}</Box>
  ) : null;
}

/** So many documents are named; the others when they are asked for. */
const NAMED = 3;

function Numbers({ numbers }: { numbers: readonly string[] }) {
  const [all, setAll] = useState(false);
  const shown = all ? numbers : numbers.slice(0, NAMED);
  return (
    <>
      {shown.map((number, i) => (
        <Fragment key={number}>
          {i > 0 && ', '}
          <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
            <DocumentLink number={number} />
          </Box>
        </Fragment>
      ))}
      {shown.length < numbers.length && (
        <Button size="small" onClick={() => setAll(true)} sx={{ py: 0, minWidth: 0 }}>
          {t('trace.more', { count: numbers.length - shown.length })}
        </Button>
      )}
    </>
  );
}

function Sides({
  title,
  none,
  trace,
  sides,
  there,
}: {
  title: string;
  none: string;
  trace: Trace;
  sides: readonly Side[];
  there: string;
}) {
  return (
    <Block title={title}>
      {sides.length === 0 && <Box sx={{ color: 'text.secondary' }}>{none}</Box>}
      <Scrolled title={title}>
        {sides.length > 0 && (
          <GridRow head tracks={SIDE} sx={{ '& > :nth-of-type(n+3)': { textAlign: 'right' } }}>
            <span />
            <span>{t('trace.documents')}</span>
            <span>{there}</span>
            <span>{t('trace.back')}</span>
          </GridRow>
        )}
        {sides.map((side) => (
          <GridRow
            key={`${side.place} ${side.party?.code} ${side.party?.name} ${side.part}`}
            tracks={SIDE}
            sx={{ alignItems: 'baseline' }}
          >
            <Box sx={{ minWidth: 0 }}>
              <b>{side.party?.name ?? t(`trace.places.${side.place}`)}</b>
              {side.party?.town && (
                <Box
                  component="span"
                  sx={{ color: 'text.secondary' }}
                >{`, ${side.party.town}`}</Box>
              )}
              <OfPart trace={trace} part={side.part} />
            </Box>
            <Box sx={{ minWidth: 0, fontSize: 14 }}>
              <Numbers numbers={side.documents} />
              <Box component="span" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                {' '}
                {date(side.last.slice(0, 10))}
              </Box>
            </Box>
            <Box sx={{ textAlign: 'right', fontWeight: 700 }}>
              <Amount value={side.there} unit={trace.parts[side.part].goods.symbol} />
            </Box>
            <Box sx={{ textAlign: 'right' }}>{quantity(side.back)}</Box>
          </GridRow>
        ))}
      </Scrolled>
    </Block>
  );
}

const SIDE = 'minmax(0, 1fr) minmax(0, 1fr) 80px 72px';

/** A list that does not push what follows out of sight; on paper it is shown whole. */
function Scrolled({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      tabIndex={0}
      role="group"
      aria-label={title}
      sx={{ maxHeight: 230, overflowY: 'auto', '@media print': { maxHeight: 'none' } }}
    >
      {children}
    </Box>
  );
}

/** Where what is left lies now. */
function Held({ trace }: { trace: Trace }) {
  const held = trace.parts.flatMap((part, number) =>
    part.role === 'COMPONENT' ? [] : part.positions.map((position) => ({ position, number })),
  );
  return (
    <Block title={t('trace.held')}>
      {held.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('trace.noneHeld')}</Box>}
      <Scrolled title={t('trace.held')}>
        {held.map(({ position, number }) => (
          <GridRow
            key={[
              number,
              position.placeId,
              position.load,
              position.serial,
              position.condition,
            ].join(' ')}
            tracks="1fr 90px"
            sx={{ alignItems: 'start' }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Link to={`/office/on-hand?group=PLACE&open=place:${position.placeId}`}>
                {addressOf(position.placeId, trace)}
              </Link>
              {position.serial && (
                <>
                  {' '}
                  <Code>{position.serial}</Code>
                </>
              )}
              <OfPart trace={trace} part={number} />
              <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
                {[
                  position.condition !== 'GOOD' && t(`conditions.${position.condition}`),
                  position.load && `${t('serials.load')} ${position.load}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Box>
            </Box>
            <Box sx={{ textAlign: 'right', fontWeight: 700 }}>
              <Amount value={position.quantity} unit={trace.parts[number].goods.symbol} />
            </Box>
          </GridRow>
        ))}
      </Scrolled>
    </Block>
  );
}

/** The jobs that were passed: what they used, and what they made of it. */
function Jobs({ trace }: { trace: Trace }) {
  return (
    <Block title={t('trace.jobs')}>
      {trace.jobs.map((job) => (
        <GridRow key={job.document}>
          <b>
            <DocumentLink number={job.document} />
          </b>
          <Amounts name={t('trace.used')} amounts={job.used} />
          <Amounts name={t('trace.made')} amounts={job.made} />
        </GridRow>
      ))}
    </Block>
  );
}

function Amounts({ name, amounts }: { name: string; amounts: readonly Schemas['TraceAmount'][] }) {
  return amounts.length === 0 ? null : (
    <Box>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {name}:{' '}
      </Box>
      {amounts.map(({ goods, quantity: amount }, i) => (
        <Fragment key={`${goods.itemId} ${goods.lotId} ${goods.serialId}`}>
          {i > 0 && ', '}
          {quantity(amount)} {goods.symbol}{' '}
          {goods.lotId || goods.serialId ? (
            <Link to={traceAddress(goods)}>{goodsName(goods)}</Link>
          ) : (
            t('trace.notTraced', { item: goods.name })
          )}
        </Fragment>
      ))}
    </Box>
  );
}

function addressOf(id: number, trace: Trace): string {
  const place = trace.places.find((one) => one.id === id);
  if (!place) {
    return '';
  }
  return place.kind === 'BIN'
    ? `${place.address}, ${place.site}`
    : `${t(`trace.places.${place.kind}`)} ${place.address}`;
}
