import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { GridRow } from '../../kit/GridRow';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { DocumentPanel, Glance, GoodsRow, History } from '../../kit/DocumentPanel';
import { date, instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Way } from '../../kit/Way';
import { ComesFrom, useSupply } from './ComesFrom';
import { JobOutput } from './JobOutput';
import { OutboundActions } from './OutboundActions';
import { OutboundForm } from './OutboundForm';
import { OutboundParcels } from './OutboundParcels';
import { RequestedFor } from './RequestedFor';
import { SupplyOfLine } from './SupplyOfLine';
import { supplyWord } from './SupplyRuleChoice';
import { t, type Word, within } from '../../app/words';

type Card = Schemas['OutboundCard'];

/** One order: how far it is, its lines, what is kept for it, unit loads, papers, every change. */
export function OutboundPanel({ order, onClose }: { order: number; onClose: () => void }) {
  const card = useQuery(question('/api/outbound/{id}', { id: order }));
  const party = (one: Card) =>
    one.kind === 'JOB'
      ? t('outbound.jobFor', { kits: quantity(one.kits ?? '0'), kit: one.kit })
      : one.party;
  return (
    <DocumentPanel
      of={card}
      title={(one) => one.number}
      over={(one) => `${one.site} → ${party(one)}`}
      onClose={onClose}
      form={(one, onDone) => <OutboundForm order={one} onDone={onDone} />}
    >
      {(one, onChange) => (
        <>
          <TimeLine card={one} />
          <Glance
            of={[
              { amiss: one.state === 'SHORT' && t('outbound.state.SHORT') },
              one.coveredBy && t('outbound.coveredBy', { day: date(one.coveredBy) }),
              one.needed && t('picking.needed', { day: date(one.needed) }),
              { amiss: one.late > 0 && t('inbound.daysLate', { count: one.late }) },
              one.reference && t('outbound.theirs', { reference: one.reference }),
              one.picker && t('picking.pickedBy', { person: one.picker }),
              one.value > 0 && t('outbound.soldFor', { value: money(one.value) }),
            ]}
          />
          {one.note && <Box sx={{ mb: 1 }}>{one.note}</Box>}
          <OutboundActions card={one} onChange={onChange} />
          <RequestedFor card={one} />
          <Lines card={one} />
          {one.kind === 'JOB' && <JobOutput job={one.id} site={one.siteId} />}
          <ReservedGoods card={one} />
          <OutboundParcels card={one} />
          <Despatches card={one} />
          <Remarks of={one.number} />
          <History
            title={t('transfer.history')}
            changes={one.changes.toReversed()}
            site={one.siteId}
            word={(what) => t(`outbound.event.${what}` as Word)}
          />
        </>
      )}
    </DocumentPanel>
  );
}

function TimeLine({ card }: { card: Card }) {
  const first = (...what: string[]) => card.changes.find((one) => what.includes(one.what))?.at;
  const end = card.kind === 'JOB' ? 'DONE' : 'SHIPPED';
  const left = card.state === end;
  const packed = card.state === 'PACKED' || left;
  const picked = first('TAKEN', 'PICKED') ?? (left ? card.ended : undefined);
  // It may have been allocated before and lack something again since.
  const waits = ['ACCEPTED', 'SHORT', 'COVERED'].includes(card.state);
  const reached = [
    ['ACCEPTED', card.created],
    ['ALLOCATED', waits ? undefined : card.allocated],
    ['PICKING', picked],
    ['PACKED', packed ? (card.ended ?? card.changes.at(-1)?.at) : undefined],
    card.state === 'CANCELLED'
      ? (['CANCELLED', card.ended] as const)
      : ([end, left ? card.ended : undefined] as const),
  ] as const;
  return (
    <Way
      site={card.siteId}
      steps={reached.map(([state, at]) => ({
        key: state,
        word: t(`outbound.state.${state}`),
        at,
        now: card.state === state || (state === 'ACCEPTED' && waits),
      }))}
    />
  );
}

const TRACKS = '22px 1fr 84px 66px 66px 66px 90px';
const FIGURES = { '& > :nth-child(n+3)': { textAlign: 'right' } } as const;

function Lines({ card }: { card: Card }) {
  const may = useMay('POST');
  const supply = useSupply(
    card.id,
    card.lines.some((line) => Number(line.missing) > 0),
  );
  const split = useSave(['outbound', 'on-hand'], (command, line: number) =>
    post('/api/outbound/{id}/lines/{line}/split', { id: card.id, line })(command),
  );
  return (
    <Part title={t('transfer.lines')}>
      <GridRow head tracks={TRACKS} sx={FIGURES}>
        <span />
        {[
          t('item.item'),
          t('transfer.asked'),
          t('transfer.reserved'),
          t('transfer.picked'),
          t('outbound.state.SHIPPED'),
          t('outbound.missing'),
        ].map((word) => (
          <span key={word}>{word}</span>
        ))}
      </GridRow>
      <ProblemNote problem={split.error} />
      {card.lines.map((line) => {
        const missing = Number(line.missing) > 0;
        return (
          <Box key={line.line} sx={{ borderBottom: 1, borderColor: 'divider' }}>
            <GridRow tracks={TRACKS} sx={{ ...FIGURES, borderBottom: 0 }}>
              <Box sx={{ color: 'text.secondary' }}>{line.line}</Box>
              <Box sx={{ minWidth: 0 }}>
                <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
                <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
                  <Code>{line.item}</Code>
                  {[
                    line.pack && `${quantity(line.packs)} ${line.pack}`,
                    line.lot && `${t('move.lot')} ${line.lot}`,
                    line.serial,
                    line.minimumLife > 0 && t('outbound.keeps', { count: line.minimumLife }),
                    line.oneLot && t('outbound.oneLot'),
                    supplyWord(line.supply),
                    Number(line.withdrawn) > 0 &&
                      `${within(t('transfer.withdrawn'))} ${quantity(line.withdrawn)}`,
                  ]
                    .filter(Boolean)
                    .map((word) => ` · ${word}`)}
                </Box>
              </Box>
              <Amount value={line.asked} unit={line.symbol} />
              <span>{quantity(line.reserved)}</span>
              <span>{quantity(line.picked)}</span>
              <span>{quantity(line.shipped)}</span>
              <Box sx={{ color: 'error.main', fontWeight: 700 }}>
                {missing && quantity(line.missing)}
              </Box>
            </GridRow>
            {missing && (
              <Box
                sx={{
                  pl: '28px',
                  pb: 0.5,
                  fontSize: 14,
                  display: 'flex',
                  gap: 1.5,
                  flexWrap: 'wrap',
                }}
              >
                <span>
                  {Number(line.available) > 0
                    ? t('outbound.there', { amount: quantity(line.available), unit: line.symbol })
                    : t('outbound.noneThere')}
                </span>
                <ComesFrom
                  pegs={supply.data?.filter((peg) => peg.line === line.line) ?? []}
                  unit={line.symbol}
                />
                {Number(line.coming) > 0 && !supply.data?.length && (
                  <Link to={`/office/coming/inbound?q=${encodeURIComponent(line.item)}`}>
                    {t('outbound.isComing', { amount: quantity(line.coming), unit: line.symbol })}
                  </Link>
                )}
                {may && <SupplyOfLine order={card} line={line} />}
                {may && line.splittable && (
                  <Button
                    size="small"
                    variant="outlined"
                    loading={split.isPending}
                    onClick={() => split.mutate(line.line)}
                  >
                    {t('outbound.split')}
                  </Button>
                )}
              </Box>
            )}
          </Box>
        );
      })}
    </Part>
  );
}

function ReservedGoods({ card }: { card: Card }) {
  const mayPost = useMay('POST');
  const mayMove = useMay('MOVE');
  const free = useSave(['outbound', 'on-hand'], (command, reservation: number) =>
    post('/api/outbound/{id}/reservations/{reservation}/release', { id: card.id, reservation })(
      command,
      {},
    ),
  );
  const back = useSave(['outbound', 'on-hand'], (command, reservation: number) =>
    post('/api/outbound/{id}/picked/{reservation}/return', { id: card.id, reservation })(command),
  );
  const loads = new Set(card.parcels.map((parcel) => parcel.load));
  return (
    <>
      <ProblemNote problem={free.error ?? back.error} />
      {([false, true] as const).map((picked) => {
        const rows = card.kept.filter((one) => one.picked === picked && !loads.has(one.loadId));
        return (
          rows.length > 0 && (
            <Part key={String(picked)} title={t(picked ? 'transfer.pickedList' : 'transfer.kept')}>
              {rows.map((one) => (
                <GoodsRow key={one.id} of={one}>
                  {picked
                    ? mayMove && (
                        <Button size="small" onClick={() => back.mutate(one.id)}>
                          {t('outbound.putBack')}
                        </Button>
                      )
                    : mayPost &&
                      !card.round && (
                        <Button size="small" onClick={() => free.mutate(one.id)}>
                          {t('reserved.free')}
                        </Button>
                      )}
                </GoodsRow>
              ))}
            </Part>
          )
        );
      })}
    </>
  );
}

function Despatches({ card }: { card: Card }) {
  return (
    <>
      {card.despatches.map((one) => (
        <Part key={one.id} title={t('outbound.despatch', { number: one.number })}>
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
            {t('outbound.handedBy', { at: instant(one.at, card.siteId), person: one.person })}
            {one.takenBy && ` · ${t('outbound.takenBy', { who: one.takenBy })}`}
          </Box>
          {one.goods.map((goods) => (
            <GoodsRow
              key={goods.id}
              of={goods}
              name={<Link to={`/office/looking-back?open=${goods.posting}`}>{goods.name}</Link>}
              reversed={goods.reversed}
            />
          ))}
        </Part>
      ))}
    </>
  );
}
