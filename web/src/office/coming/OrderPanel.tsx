import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { date, instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { whatCan } from '../../kit/whatCan';
import { Part, SidePanel } from '../../kit/SidePanel';
import { StockBar } from '../../kit/StockBar';
import { LabelButton } from '../labels/LabelButton';
import { useSave } from '../../kit/useSave';
import { OrderForm } from './OrderForm';
import { StateWord } from './StateWord';
import { FormOf } from '../../kit/Form';

type Card = Schemas['InboundCard'];

const OLD = ['inbound', 'on-hand', 'letters'];

/** One order: its lines, what has come of them, and everything that was done to it. */
export function OrderPanel({ order, onClose }: { order: number; onClose: () => void }) {
  const { t } = useTranslation();
  const [editing, setEditing] = useState(false);
  const card = useQuery({
    queryKey: ['inbound', 'card', order],
    queryFn: () => read(api.GET('/api/inbound/{id}', { params: { path: { id: order } } })),
  });
  if (!card.data) {
    return (
      <SidePanel title={t('loading')} onClose={onClose}>
        <ProblemNote problem={card.error} />
      </SidePanel>
    );
  }
  const one = card.data;
  return (
    <SidePanel
      title={one.number}
      over={one.supplier ?? `${t(`inbound.kind.${one.kind}`)}: ${one.reason}`}
      onClose={onClose}
      width={620}
    >
      {editing ? (
        <FormOf of={one}>
          {(shown) => <OrderForm order={shown} onDone={() => setEditing(false)} />}
        </FormOf>
      ) : (
        <>
          <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap', my: 1 }}>
            <StateWord state={one.state} />
            <span>{one.site}</span>
            {one.expected && <span>{t('receive.expected', { day: date(one.expected) })}</span>}
            {one.late > 0 && (
              <Box component="b" sx={{ color: 'error.main' }}>
                {t('inbound.daysLate', { count: one.late })}
              </Box>
            )}
            {one.value !== null && (
              <span>
                {t('inbound.value')} <b>{money(one.value)}</b>
              </span>
            )}
          </Box>
          {one.note && <Box sx={{ mb: 1 }}>{one.note}</Box>}
          <Doings card={one} onEdit={() => setEditing(true)} />
          <Lines lines={one.lines} />
          <Receipts card={one} />
          <History card={one} />
        </>
      )}
    </SidePanel>
  );
}

function Doings({ card, onEdit }: { card: Card; onEdit: () => void }) {
  const { t } = useTranslation();
  const may = useMay('POST');
  const [closing, setClosing] = useState(false);
  const [reason, setReason] = useState('');
  const send = useSave(OLD, (command, id: number) =>
    read(
      api.POST('/api/inbound/{id}/sending', {
        params: { ...command.params, path: { id } },
      }),
    ),
  );
  const close = useSave(
    OLD,
    (command, why: string) =>
      read(
        api.POST('/api/inbound/{id}/closing', {
          params: { ...command.params, path: { id: card.id } },
          body: { reason: why },
        }),
      ),
    () => setClosing(false),
  );
  if (!may) {
    return null;
  }
  const { can } = whatCan(card.can);
  const short = can('CLOSE_SHORT');
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {can('SEND') && (
          <Button
            variant={card.sent ? 'outlined' : 'contained'}
            loading={send.isPending}
            onClick={() => send.mutate(card.id)}
          >
            {t(card.sent ? 'inbound.sendAgain' : 'inbound.send')}
          </Button>
        )}
        {can('CHANGE') && (
          <Button variant="outlined" onClick={onEdit}>
            {t('inbound.edit')}
          </Button>
        )}
        {(short || can('CLOSE')) && (
          <Button
            variant="outlined"
            onClick={() => (short ? setClosing(!closing) : close.mutate(''))}
          >
            {t(short ? 'inbound.closeShort' : 'inbound.close')}
          </Button>
        )}
        <LabelButton of="ORDER" ids={[card.id]} word={t('inbound.label')} />
      </Box>
      {closing && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            close.mutate(reason);
          }}
          sx={{ display: 'flex', gap: 1, mt: 1 }}
        >
          <TextField
            label={t('inbound.whyShort')}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            autoFocus
            fullWidth
          />
          <Button type="submit" variant="contained" loading={close.isPending}>
            {t('inbound.closeNow')}
          </Button>
        </Box>
      )}
      <ProblemNote problem={send.error ?? close.error} />
    </Box>
  );
}

function Lines({ lines }: { lines: Schemas['InboundLine'][] }) {
  const { t } = useTranslation();
  return (
    <Part title={t('inbound.lines')}>
      {lines.map((line) => (
        <Box
          key={line.line}
          sx={{
            display: 'grid',
            gridTemplateColumns: '24px 1fr 120px 130px',
            gap: 1,
            py: 0.5,
            borderBottom: 1,
            borderColor: 'divider',
            alignItems: 'center',
          }}
        >
          <Box sx={{ color: 'text.secondary' }}>{line.line}</Box>
          <Box sx={{ minWidth: 0 }}>
            <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{line.item}</Code>
              {line.origin === 'ORDERED'
                ? line.pack && ` · ${quantity(line.packs)} ${line.pack}`
                : ` · ${t(`inbound.origin.${line.origin}`)}`}
              {line.price !== null && ` · ${money(line.price)}`}
            </Box>
          </Box>
          <StockBar
            of={{ available: Number(line.received), held: 0, coming: Number(line.open) }}
            scale={Math.max(Number(line.quantity), Number(line.received))}
          />
          <Box sx={{ textAlign: 'right' }}>
            {quantity(line.received)} {t('inbound.outOf')}{' '}
            <Amount value={line.quantity} unit={line.symbol} />
          </Box>
        </Box>
      ))}
    </Part>
  );
}

function Receipts({ card }: { card: Card }) {
  const { t } = useTranslation();
  if (card.receipts.length === 0) {
    return (
      <Part title={t('inbound.receipts')}>
        <Box sx={{ color: 'text.secondary' }}>{t('inbound.noReceipts')}</Box>
      </Part>
    );
  }
  const lots = [...new Set(card.receipts.map((one) => one.lotId).filter((lot) => lot !== 0))];
  return (
    <Part title={t('inbound.receipts')}>
      {lots.length > 0 && <LabelButton of="LOT" ids={lots} word={t('inbound.lotLabels')} />}
      {card.receipts.slice(0, 60).map((one, i) => (
        <Box
          key={`${one.posting} ${i}`}
          sx={{
            py: 0.5,
            borderBottom: 1,
            borderColor: 'divider',
            textDecoration: one.reversed ? 'line-through' : undefined,
          }}
        >
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              {one.name}
              {one.lot && (
                <>
                  {' · '}
                  {t('move.lot')} <Code>{one.lot}</Code>
                </>
              )}
              {one.serial && (
                <>
                  {' · '}
                  <Code>{one.serial}</Code>
                </>
              )}
            </Box>
            <b>{quantity(one.quantity)}</b>
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
            <Link to={`/office/looking-back?posting=${one.posting}`}>{instant(one.at)}</Link>
            {` · ${one.person} · `}
            <Code>{one.place}</Code>
            {one.load && ` · ${t('away.load')} ${one.load}`}
            {one.condition !== 'GOOD' && ` · ${t(`conditions.${one.condition}`)}`}
          </Box>
        </Box>
      ))}
      {card.receipts.length > 60 && (
        <Link to={`/office/looking-back?document=${encodeURIComponent(card.number)}`}>
          {t('inbound.moreReceipts', { count: card.receipts.length - 60 })}
        </Link>
      )}
    </Part>
  );
}

function History({ card }: { card: Card }) {
  const { t } = useTranslation();
  return (
    <Part title={t('inbound.history')}>
      {card.changes.map((event, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1 }}>
          <Box sx={{ color: 'text.secondary', width: 150 }}>{instant(event.at)}</Box>
          <Box>
            <b>{t(`inbound.event.${event.what}`)}</b> {event.detail && `(${event.detail})`},{' '}
            {event.person}
          </Box>
        </Box>
      ))}
    </Part>
  );
}
