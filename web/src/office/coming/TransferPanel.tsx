import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { GridRow } from '../../kit/GridRow';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { DocumentPanel, Glance, GoodsRow, History } from '../../kit/DocumentPanel';
import { date, instant, money, quantity } from '../../kit/format';
import { minus } from '../../kit/sums';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { Way } from '../../kit/Way';
import { LandedCost } from './LandedCost';
import { TransferActions } from './TransferActions';
import { TransferForm } from './TransferForm';
import { TransferJournal } from './TransferJournal';
import { t, type Word, within } from '../../app/words';

type Card = Schemas['TransferCard'];

/** One transfer: how far it is, its lines, just which goods, papers, and every change. */
export function TransferPanel({ transfer, onClose }: { transfer: number; onClose: () => void }) {
  const card = useQuery(question('/api/transfers/{id}', { id: transfer }));
  return (
    <DocumentPanel
      of={card}
      title={(one) => one.number}
      over={(one) => `${one.from} → ${one.to}`}
      onClose={onClose}
      form={(one, onDone) => <TransferForm transfer={one} onDone={onDone} />}
    >
      {(one, onChange) => (
        <>
          <TimeLine card={one} />
          <Glance
            of={[
              one.dispatch && t('transfer.leavesOn', { day: date(one.dispatch) }),
              one.wanted && t('transfer.wantedOn', { day: date(one.wanted) }),
              { amiss: one.late > 0 && t('inbound.daysLate', { count: one.late }) },
              !one.planned && t('transfer.unplanned'),
              {
                amiss:
                  one.handedIn &&
                  t('transfer.handedIn', {
                    who: one.handedInBy,
                    when: instant(one.handedIn, one.fromId),
                  }),
              },
              one.direct && t('transfer.direct'),
              one.value > 0 && t('transfer.worth', { value: money(one.value) }),
            ]}
          />
          {one.note && <Box sx={{ mb: 1 }}>{one.note}</Box>}
          <TransferActions card={one} onChange={onChange} />
          <Lines card={one} />
          <ReservedGoods card={one} />
          <Shipments card={one} />
          {one.lines.some((line) => Number(line.arrived) > 0) && (
            <LandedCost document={one.number} />
          )}
          {one.shipments.length > 0 && <TransferJournal of={one.number} />}
          <Remarks of={one.number} />
          <History
            title={t('transfer.history')}
            changes={one.changes}
            site={one.fromId || one.toId}
            word={(what) => t(`transfer.event.${what}` as Word)}
          >
            <Link to={`/office/looking-back?document=${encodeURIComponent(one.number)}`}>
              {t('space.lookingBack')}
            </Link>
          </History>
        </>
      )}
    </DocumentPanel>
  );
}

/** The way of the goods. */
function TimeLine({ card }: { card: Card }) {
  const last = (what: string) => [...card.changes].reverse().find((one) => one.what === what)?.at;
  const reached = [
    ['PLANNED', card.created],
    ['READY_TO_SEND', card.released],
    ['IN_TRANSIT', card.shipments[0]?.sent],
    ['PARTLY_RECEIVED', last('ARRIVED')],
    ['CLOSED', card.closed],
  ] as const;
  return (
    <Way
      site={card.fromId || card.toId}
      steps={reached.map(([state, at]) => ({
        key: state,
        word: t(`transfer.state.${state}`),
        at,
        now: card.state === state,
      }))}
    />
  );
}

const TRACKS = '22px 1fr repeat(4, 66px) 82px';
const FIGURES = ['asked', 'picked', 'sent', 'arrived'] as const;

function Lines({ card }: { card: Card }) {
  return (
    <Part title={t('transfer.lines')}>
      <GridRow head tracks={TRACKS}>
        <span />
        <span>{t('item.item')}</span>
        {FIGURES.map((one) => (
          <Box component="span" key={one} sx={{ textAlign: 'right' }}>
            {t(`transfer.${one}`)}
          </Box>
        ))}
        <Box component="span" sx={{ textAlign: 'right' }}>
          {t('transfer.missing')}
        </Box>
      </GridRow>
      {card.lines.map((line) => (
        <GridRow key={line.line} tracks={TRACKS}>
          <Box sx={{ color: 'text.secondary' }}>{line.line}</Box>
          <Box sx={{ minWidth: 0 }}>
            <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{line.item}</Code>
              {line.pack && ` · ${quantity(line.packs)} ${line.pack}`}
              {line.lot && ` · ${t('move.lot')} ${line.lot}`}
              {line.serial && ` · ${line.serial}`}
              {Number(line.reserved) > 0 &&
                ` · ${within(t('transfer.reserved'))} ${quantity(line.reserved)}`}
              {Number(line.withdrawn) > 0 &&
                ` · ${within(t('transfer.withdrawn'))} ${quantity(line.withdrawn)}`}
              {Number(line.lost) > 0 && ` · ${within(t('transfer.lost'))} ${quantity(line.lost)}`}
            </Box>
          </Box>
          {FIGURES.map((one) => (
            <Box key={one} sx={{ textAlign: 'right' }}>
              {one === 'asked' ? (
                <Amount value={line.asked} unit={line.symbol} />
              ) : (
                quantity(line[one])
              )}
            </Box>
          ))}
          <Box
            sx={{ textAlign: 'right', color: 'error.main', fontWeight: 700, whiteSpace: 'nowrap' }}
          >
            {Number(line.missing) > 0
              ? quantity(line.missing)
              : Number(line.shortBy) > 0 &&
                t('transfer.shortBy', { amount: quantity(line.shortBy) })}
          </Box>
        </GridRow>
      ))}
      {card.lines.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('going.nothingPicked')}</Box>
      )}
    </Part>
  );
}

function ReservedGoods({ card }: { card: Card }) {
  return [false, true].map((picked) => {
    const rows = card.kept.filter((one) => one.picked === picked);
    return (
      rows.length > 0 && (
        <Part key={String(picked)} title={t(picked ? 'transfer.pickedList' : 'transfer.kept')}>
          {rows.map((one) => (
            <GoodsRow key={one.id} of={one} />
          ))}
        </Part>
      )
    );
  });
}

function Shipments({ card }: { card: Card }) {
  return (
    <>
      {card.shipments.map((shipment) => (
        <Part key={shipment.shipment} title={t('transfer.shipment', { number: shipment.shipment })}>
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
            <Link to={`/office/looking-back?posting=${shipment.posting}`}>
              {t('transfer.sentBy', {
                at: instant(shipment.sent, card.fromId),
                person: shipment.person,
              })}
            </Link>
          </Box>
          {card.goods
            .filter((one) => one.shipment === shipment.shipment)
            .map((one) => {
              const road = minus(one.sent, one.arrived, one.lost);
              const onRoad = Number(road) > 0;
              return (
                <GoodsRow
                  key={one.id}
                  of={one}
                  quantity={one.sent}
                  beside={
                    <>
                      {Number(one.lost) > 0 && (
                        <Box sx={{ color: 'error.main' }}>
                          {within(t('transfer.lost'))} {quantity(one.lost)}
                        </Box>
                      )}
                      <Box sx={{ color: onRoad ? 'text.primary' : 'success.main' }}>
                        {onRoad
                          ? `${t('transfer.inTransit')} ${quantity(road)}`
                          : t('transfer.arrived')}
                      </Box>
                    </>
                  }
                />
              );
            })}
        </Part>
      ))}
    </>
  );
}
