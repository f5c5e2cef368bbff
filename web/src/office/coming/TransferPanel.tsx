import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { date, instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part, SidePanel } from '../../kit/SidePanel';
import { Way } from '../../kit/Way';
import { TransferDoings } from './TransferDoings';
import { TransferForm } from './TransferForm';
import { minus } from '../../kit/numbers';
import { FormOf } from '../../kit/Form';

type Card = Schemas['TransferCard'];

/** One transfer: how far it is, its lines, just which goods, papers, and every change. */
export function TransferPanel({ transfer, onClose }: { transfer: number; onClose: () => void }) {
  const { t } = useTranslation();
  const [editing, setEditing] = useState(false);
  const card = useQuery({
    queryKey: ['transfers', 'card', transfer],
    queryFn: () => read(api.GET('/api/transfers/{id}', { params: { path: { id: transfer } } })),
  });
  if (!card.data) {
    return (
      <SidePanel title={t('loading')} onClose={onClose} width={680}>
        <ProblemNote problem={card.error} />
      </SidePanel>
    );
  }
  const one = card.data;
  return (
    <SidePanel title={one.number} over={`${one.from} → ${one.to}`} onClose={onClose} width={680}>
      {editing ? (
        <FormOf of={one}>
          {(shown) => <TransferForm transfer={shown} onDone={() => setEditing(false)} />}
        </FormOf>
      ) : (
        <>
          <TimeLine card={one} />
          <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap', mb: 1 }}>
            {one.wanted && <span>{t('transfer.wantedOn', { day: date(one.wanted) })}</span>}
            {one.late > 0 && (
              <Box component="b" sx={{ color: 'error.main' }}>
                {t('inbound.daysLate', { count: one.late })}
              </Box>
            )}
            {!one.planned && <span>{t('transfer.unplanned')}</span>}
            {one.direct && <span>{t('transfer.direct')}</span>}
            {one.value > 0 && <span>{t('transfer.worth', { value: money(one.value) })}</span>}
          </Box>
          {one.note && <Box sx={{ mb: 1 }}>{one.note}</Box>}
          <TransferDoings card={one} onEdit={() => setEditing(true)} />
          <Lines card={one} />
          <Kept card={one} />
          <Shipments card={one} />
          <History card={one} />
        </>
      )}
    </SidePanel>
  );
}

/** The way of the goods. */
function TimeLine({ card }: { card: Card }) {
  const { t } = useTranslation();
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
      steps={reached.map(([state, at]) => ({
        key: state,
        word: t(`transfer.state.${state}`),
        at,
        now: card.state === state,
      }))}
    />
  );
}

const FIGURES = ['asked', 'picked', 'sent', 'arrived'] as const;

function Lines({ card }: { card: Card }) {
  const { t } = useTranslation();
  const grid = {
    display: 'grid',
    gridTemplateColumns: '22px 1fr repeat(4, 66px) 82px',
    gap: 0.75,
    py: 0.5,
    borderBottom: 1,
    borderColor: 'divider',
    alignItems: 'center',
  } as const;
  return (
    <Part title={t('transfer.lines')}>
      <Box sx={{ ...grid, color: 'text.secondary', fontSize: 13 }}>
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
      </Box>
      {card.lines.map((line) => (
        <Box key={line.line} sx={grid}>
          <Box sx={{ color: 'text.secondary' }}>{line.line}</Box>
          <Box sx={{ minWidth: 0 }}>
            <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{line.item}</Code>
              {line.pack && ` · ${quantity(line.packs)} ${line.pack}`}
              {line.lot && ` · ${t('move.lot')} ${line.lot}`}
              {line.serial && ` · ${line.serial}`}
              {Number(line.reserved) > 0 &&
                ` · ${t('transfer.reserved').toLowerCase()} ${quantity(line.reserved)}`}
              {Number(line.withdrawn) > 0 &&
                ` · ${t('transfer.withdrawn').toLowerCase()} ${quantity(line.withdrawn)}`}
              {Number(line.lost) > 0 &&
                ` · ${t('transfer.lost').toLowerCase()} ${quantity(line.lost)}`}
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
        </Box>
      ))}
      {card.lines.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('going.nothingPicked')}</Box>
      )}
    </Part>
  );
}

/** Marks that tell goods of one item apart. */
export function Marks({
  of,
}: {
  of: {
    lot: string | null;
    expiry: string | null;
    serial: string | null;
    load: string | null;
  };
}) {
  const { t } = useTranslation();
  return (
    <>
      {of.lot && (
        <>
          {' · '}
          {t('move.lot')} <Code>{of.lot}</Code>
          {of.expiry && ` (${date(of.expiry)})`}
        </>
      )}
      {of.serial && (
        <>
          {' · '}
          <Code>{of.serial}</Code>
        </>
      )}
      {of.load && ` · ${t('away.load')} ${of.load}`}
    </>
  );
}

function Kept({ card }: { card: Card }) {
  const { t } = useTranslation();
  if (card.kept.length === 0) {
    return null;
  }
  return (
    <>
      {([false, true] as const).map((picked) => {
        const rows = card.kept.filter((one) => one.picked === picked);
        return (
          rows.length > 0 && (
            <Part key={String(picked)} title={t(picked ? 'transfer.pickedList' : 'transfer.kept')}>
              {rows.map((one) => (
                <Box
                  key={one.id}
                  sx={{
                    display: 'flex',
                    gap: 1,
                    py: 0.25,
                    borderBottom: 1,
                    borderColor: 'divider',
                  }}
                >
                  <Box sx={{ width: 100 }}>
                    <Code strong>{one.place}</Code>
                  </Box>
                  <Box sx={{ flex: 1, minWidth: 0 }}>
                    {one.name}
                    <Marks of={one} />
                  </Box>
                  <Amount value={one.quantity} unit={one.symbol} />
                </Box>
              ))}
            </Part>
          )
        );
      })}
    </>
  );
}

function Shipments({ card }: { card: Card }) {
  const { t } = useTranslation();
  return (
    <>
      {card.shipments.map((shipment) => (
        <Part key={shipment.shipment} title={t('transfer.shipment', { number: shipment.shipment })}>
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
            <Link to={`/office/looking-back?posting=${shipment.posting}`}>
              {t('transfer.sentBy', { at: instant(shipment.sent), person: shipment.person })}
            </Link>
          </Box>
          {card.goods
            .filter((one) => one.shipment === shipment.shipment)
            .map((one) => {
              const road = minus(one.sent, one.arrived, one.lost);
              return (
                <Box
                  key={one.id}
                  sx={{
                    display: 'flex',
                    gap: 1,
                    py: 0.25,
                    borderBottom: 1,
                    borderColor: 'divider',
                  }}
                >
                  <Box sx={{ flex: 1, minWidth: 0 }}>
                    {one.name}
                    <Marks of={one} />
                    {Number(one.lost) > 0 && (
                      <Box component="span" sx={{ color: 'error.main' }}>
                        {' · '}
                        {t('transfer.lost').toLowerCase()} {quantity(one.lost)}
                      </Box>
                    )}
                  </Box>
                  <Box sx={{ color: Number(road) > 0 ? 'text.primary' : 'success.main' }}>
                    {Number(road) > 0
                      ? `${t('transfer.inTransit')} ${quantity(road)}`
                      : t('transfer.arrived')}
                  </Box>
                  <b>
                    <Amount value={one.sent} unit={one.symbol} />
                  </b>
                </Box>
              );
            })}
        </Part>
      ))}
    </>
  );
}

function History({ card }: { card: Card }) {
  const { t } = useTranslation();
  return (
    <Part title={t('transfer.history')}>
      {card.changes.map((event, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1, py: 0.25 }}>
          <Box sx={{ color: 'text.secondary', width: 150, flexShrink: 0 }}>{instant(event.at)}</Box>
          <Box>
            <b>{t(`transfer.event.${event.what}`)}</b>
            {event.detail && ` (${event.detail})`}, {event.person}
            {event.before !== null && (
              <Box sx={{ color: 'text.secondary' }}>
                <s>{event.before || t('transfer.nothing')}</s> →{' '}
                {event.after || t('transfer.nothing')}
              </Box>
            )}
          </Box>
        </Box>
      ))}
      <Link to={`/office/looking-back?document=${encodeURIComponent(card.number)}`}>
        {t('space.lookingBack')}
      </Link>
    </Part>
  );
}
