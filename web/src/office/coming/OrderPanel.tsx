import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { post, question } from '../../api/ask';
import { type Command, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { GridRow } from '../../kit/GridRow';
import { Actions } from '../../kit/Actions';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { DocumentPanel, Glance, History, Marks, Papers } from '../../kit/DocumentPanel';
import { date, instant, money, quantity } from '../../kit/format';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { StockBar } from '../../kit/StockBar';
import { LabelButton } from '../labels/LabelButton';
import { AmendForm } from './AmendForm';
import { WhoWaits } from './ComesFrom';
import { LandedCost } from './LandedCost';
import { OrderForm } from './OrderForm';
import { StateWord } from './StateWord';
import { t, type Word } from '../../app/words';

type Card = Schemas['InboundCard'];

const OLD = ['inbound', 'on-hand', 'letters'];

/** One order: its lines, what has come of them, and everything that was done to it. */
export function OrderPanel({ order, onClose }: { order: number; onClose: () => void }) {
  const card = useQuery(question('/api/inbound/{id}', { id: order }));
  const [amending, setAmending] = useState(false);
  return (
    <DocumentPanel
      of={card}
      title={(one) => one.number}
      over={(one) => one.supplier ?? `${t(`inbound.kind.${one.kind}`)}: ${one.reason}`}
      width={680}
      onClose={onClose}
      form={(one, onDone) => <OrderForm order={one} onDone={onDone} />}
    >
      {(one, onChange) => (
        <>
          <Glance
            of={[
              <StateWord state={one.state} />,
              one.site,
              one.expected && t('receive.expected', { day: date(one.expected) }),
              { amiss: one.late > 0 && t('inbound.daysLate', { count: one.late }) },
              one.answer && t(`inbound.answer.${one.answer}`),
              one.value !== null && (
                <>
                  {t('inbound.value')} <b>{money(one.value)}</b>
                </>
              ),
            ]}
          />
          {one.note && <Box sx={{ mb: 1 }}>{one.note}</Box>}
          <OrderActions card={one} onChange={onChange} onAmend={() => setAmending(true)} />
          {amending && one.can.includes('AMEND') && (
            <AmendForm key={one.version} order={one} onDone={() => setAmending(false)} />
          )}
          <Lines lines={one.lines} />
          {one.totals && <Totals of={one.totals} />}
          <WhoWaits card={one} />
          <Receipts card={one} />
          {one.lines.some((line) => Number(line.received) > 0) && (
            <LandedCost document={one.number} />
          )}
          <Remarks of={one.number} />
          <History
            title={t('inbound.history')}
            changes={one.changes}
            site={one.siteId}
            word={(what) => t(`inbound.event.${what}` as Word)}
          />
        </>
      )}
    </DocumentPanel>
  );
}

function OrderActions({
  card,
  onChange,
  onAmend,
}: {
  card: Card;
  onChange: () => void;
  onAmend: () => void;
}) {
  const may = useMay('POST');
  const path = { id: card.id };
  const close = (command: Command, reason: string) =>
    post('/api/inbound/{id}/closing', path)(command, { reason });
  return (
    may && (
      <Actions
        can={card.can}
        old={OLD}
        of={[
          {
            can: 'SEND',
            word: t(card.sent ? 'inbound.sendAgain' : 'inbound.send'),
            send: post('/api/inbound/{id}/sending', path),
          },
          { can: 'CHANGE', word: t('inbound.edit'), act: onChange },
          { can: 'AMEND', word: t('inbound.amend'), act: onAmend },
          {
            can: 'CLOSE_SHORT',
            word: t('inbound.closeShort'),
            ask: { label: t('inbound.whyShort'), go: t('inbound.closeNow') },
            send: close,
          },
          { can: 'CLOSE', word: t('inbound.close'), send: close },
        ]}
      >
        {card.kind === 'PURCHASE' && (
          <Papers
            links={[
              [`/api/inbound/${card.id}/papers/order`, t('inbound.papers.print')],
              [`/api/inbound/${card.id}/document`, t('inbound.papers.document')],
            ]}
          />
        )}
        <LabelButton of="ORDER" ids={[card.id]} word={t('inbound.label')} />
      </Actions>
    )
  );
}

function Lines({ lines }: { lines: Schemas['InboundLine'][] }) {
  return (
    <Part title={t('inbound.lines')}>
      {lines.map((line) => (
        <GridRow key={line.line} tracks="24px 1fr 120px 130px">
          <Box sx={{ color: 'text.secondary' }}>{line.line}</Box>
          <Box sx={{ minWidth: 0 }}>
            <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{line.item}</Code>
              {line.origin === 'ORDERED'
                ? line.pack && ` · ${quantity(line.packs)} ${line.pack}`
                : ` · ${t(`inbound.origin.${line.origin}`)}`}
              {line.price !== null && ` · ${money(line.price)}`}
              {line.expected && Number(line.open) > 0 && ` · ${date(line.expected)}`}
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
        </GridRow>
      ))}
    </Part>
  );
}

/** What an order comes to, tax by tax; nothing where no line has a price. */
function Totals({ of }: { of: Schemas['InboundTotals'] }) {
  const row = (word: string, sum: number, strong?: boolean) => (
    <GridRow key={word} tracks="1fr 130px" sx={{ fontWeight: strong ? 700 : undefined }}>
      <span>{word}</span>
      <Box sx={{ textAlign: 'right' }}>{money(sum)}</Box>
    </GridRow>
  );
  return (
    of.gross > 0 && (
      <Part title={t('inbound.totals')}>
        {row(t('inbound.net'), of.net)}
        {of.taxes.map((due) =>
          row(t('inbound.taxOf', { name: due.name, taxable: money(due.taxable) }), due.amount),
        )}
        {row(t('inbound.gross', { currency: of.currency }), of.gross, true)}
        {of.unpriced > 0 && (
          <Box sx={{ color: 'text.secondary' }}>
            {t('inbound.unpriced', { count: of.unpriced })}
          </Box>
        )}
      </Part>
    )
  );
}

function Receipts({ card }: { card: Card }) {
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
        <GridRow
          key={`${one.posting} ${i}`}
          sx={{ textDecoration: one.reversed ? 'line-through' : undefined }}
        >
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              {one.name}
              <Marks of={{ lot: one.lot, serial: one.serial }} />
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
        </GridRow>
      ))}
      {card.receipts.length > 60 && (
        <Link to={`/office/looking-back?document=${encodeURIComponent(card.number)}`}>
          {t('inbound.moreReceipts', { count: card.receipts.length - 60 })}
        </Link>
      )}
    </Part>
  );
}
