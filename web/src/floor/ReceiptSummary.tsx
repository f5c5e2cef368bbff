import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { t } from '../app/words';
import { post, question } from '../api/ask';
import { commandId, type Command, type Schemas } from '../api/client';
import { useMay } from '../app/session';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { money, quantity } from '../kit/format';
import { minus } from '../kit/sums';
import { useSave } from '../kit/useSave';
import { HeadStrip, Listed, MainButton, Refusal, Row, SmallButton, TypeLine } from './Parts';
import { RejectGoods, type Looked } from './RejectGoods';

type Card = Schemas['InboundCard'];
type Receipt = Card['receipts'][number];
type Of = Schemas['LabelEntry']['of'];

/** What stands on goods that have come, each once: lots, pieces, unit loads; else their items. */
function labelsOf(receipts: readonly Receipt[]): [of: Of, ids: number[]][] {
  const sets: Record<'LOT' | 'SERIAL' | 'UNIT_LOAD' | 'ITEM', Set<number>> = {
    UNIT_LOAD: new Set(),
    SERIAL: new Set(),
    LOT: new Set(),
    ITEM: new Set(),
  };
  for (const one of receipts) {
    if (one.loadId > 0) {
      sets.UNIT_LOAD.add(one.loadId);
    }
    if (one.serialId > 0) {
      sets.SERIAL.add(one.serialId);
    } else if (one.lotId > 0) {
      sets.LOT.add(one.lotId);
    } else {
      sets.ITEM.add(one.itemId);
    }
  }
  return (Object.entries(sets) as [Of, Set<number>][])
    .filter(([, ids]) => ids.size > 0)
    .map(([of, ids]) => [of, [...ids]]);
}

const WIDTH = 80;
const HEIGHT = 50;

/** Prints a label for each lot, piece and unit load that has come. */
function PrintLabels({ receipts }: { receipts: readonly Receipt[] }) {
  const kinds = labelsOf(receipts);
  const many = kinds.reduce((sum, [, ids]) => sum + ids.length, 0);
  const [printed, setPrinted] = useState({ labels: 0, printer: '' });
  // Each kind is a sheet of its own, and so a command of its own: tried again, none comes twice.
  const commands = useRef(new Map<Of, Command>());
  const print = useSave(
    [],
    async (_, sending: typeof kinds) => {
      let labels = 0;
      let printer = '';
      for (const [of, ids] of sending) {
        const command = commands.current.get(of) ?? commandId();
        commands.current.set(of, command);
        const made = await post('/api/labels/printing')(command, {
          of,
          ids,
          symbol: 'QR',
          paper: 'SINGLE',
          copies: 1,
          startAt: 0,
          widthMm: WIDTH,
          heightMm: HEIGHT,
        });
        labels += made.labels;
        printer = made.printer;
      }
      return { labels, printer };
    },
    (sent) => {
      commands.current.clear();
      setPrinted(sent);
    },
  );
  return (
    <>
      {many > 0 && (
        <SmallButton loading={print.isPending} onClick={() => print.mutate(kinds)}>
          {t('summary.print', { count: many })}
        </SmallButton>
      )}
      {printed.labels > 0 && (
        <Box role="status" sx={{ color: 'success.main', fontSize: 17 }}>
          {t('labels.printed', { count: printed.labels, printer: printed.printer })}
        </Box>
      )}
      {print.error && <Refusal sentence={print.error.message} />}
    </>
  );
}

function lookedAt(one: Receipt, symbol: string): Looked {
  return { ...one, symbol, expiry: null };
}

/** What can be done with what has just come: its labels, and sending some of it away. */
export function JustReceived({ order, posting }: { order: number; posting: number }) {
  const [looked, setLooked] = useState<Receipt>();
  const [said, setSaid] = useState('');
  const card = useQuery(question('/api/inbound/{id}', { id: order })).data;
  const came = card?.receipts.filter((one) => one.posting === posting && !one.reversed) ?? [];
  if (!card || came.length === 0) {
    return null;
  }
  if (looked) {
    return (
      <RejectGoods
        goods={lookedAt(looked, symbolOf(card, looked))}
        all={came.length > 1 || looked.serialId > 0 ? looked.quantity : ''}
        onDone={(what) => {
          setSaid(what);
          setLooked(undefined);
        }}
        onLeave={() => setLooked(undefined)}
      />
    );
  }
  const open = came.filter((one) => one.condition !== 'REJECTED');
  return (
    <Box sx={{ mt: 1, display: 'grid', gap: 1 }}>
      {said && (
        <Box role="status" sx={{ fontWeight: 700 }}>
          {said}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <PrintLabels receipts={came} />
        {!said &&
          open.slice(0, 1).map((one) => (
            <SmallButton key={one.serialId} onClick={() => setLooked(one)}>
              {t('checked.rejectSome')}
            </SmallButton>
          ))}
      </Box>
      {!said &&
        open.length > 1 &&
        open.map((one) => (
          <Row
            key={`${one.serialId} ${one.lotId}`}
            onTap={() => setLooked(one)}
            title={<Code strong>{one.serial ?? one.lot ?? one.item}</Code>}
            end={t('checked.reject')}
          />
        ))}
    </Box>
  );
}

function symbolOf(card: Card, receipt: Receipt): string {
  return card.lines.find((line) => line.itemId === receipt.itemId)?.symbol ?? '';
}

/** How an order stands before one leaves it: what came, what differs, what it cost, its labels. */
export function ReceiptSummary({ order, onLeave }: { order: number; onLeave: () => void }) {
  const mayClose = useMay('POST');
  const asked = useQuery(question('/api/inbound/{id}', { id: order }));
  const [closing, setClosing] = useState(false);
  const close = useSave(['inbound'], post('/api/inbound/{id}/closing', { id: order }), onLeave);
  const card = asked.data;
  if (!card) {
    return <Box sx={{ p: 2 }}>{asked.error ? asked.error.message : t('loading')}</Box>;
  }
  const receipts = card.receipts.filter((one) => !one.reversed);
  const open = card.lines.filter((line) => Number(line.open) > 0);
  const mayEnd = card.can.includes('CLOSE') || card.can.includes('CLOSE_SHORT');
  const worth = card.lines.reduce(
    (sum, line) =>
      line.price === null || Number(line.quantity) === 0
        ? sum
        : sum + (line.price * Number(line.packs) * Number(line.received)) / Number(line.quantity),
    0,
  );
  return (
    <Box>
      <HeadStrip number={card.number}>
        <Box sx={{ color: 'text.secondary', flex: 1 }}>{card.supplier}</Box>
        <Box>{t(`inbound.state.${card.state}`)}</Box>
      </HeadStrip>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 28, m: 0, p: 1.5 }}>
        {t('summary.title')}
      </Box>
      <Listed head={t('summary.lines')}>
        {card.lines.map((line) => (
          <Row
            key={line.line}
            title={line.name}
            detail={<Difference line={line} />}
            end={<Amount value={line.received} unit={line.symbol} />}
          />
        ))}
        {worth > 0 && <Row title={t('summary.cost')} end={money(worth)} />}
      </Listed>
      <Box sx={{ px: 1.5, pb: 1.5, display: 'grid', gap: 1 }}>
        <PrintLabels receipts={receipts} />
        {mayClose && mayEnd && !closing && (
          <SmallButton
            loading={close.isPending}
            onClick={() => (open.length > 0 ? setClosing(true) : close.mutate({ reason: '' }))}
          >
            {t('summary.close')}
          </SmallButton>
        )}
        {closing && (
          <TypeLine
            fields={[t('summary.why')]}
            maxLength={200}
            label={t('summary.close')}
            onSay={(reason) => close.mutate({ reason })}
          />
        )}
        {close.error && <Refusal sentence={close.error.message} />}
        <MainButton onClick={onLeave}>{t('summary.goOn')}</MainButton>
      </Box>
    </Box>
  );
}

function Difference({ line }: { line: Card['lines'][number] }) {
  const short = Number(line.open) > 0;
  const beyond = line.origin !== 'ORDERED' && Number(line.received) > 0;
  const more =
    line.origin === 'ORDERED' && Number(line.received) > Number(line.quantity)
      ? minus(line.received, line.quantity)
      : '';
  return (
    <>
      <Code>{line.item}</Code>{' '}
      {beyond
        ? t(`inbound.origin.${line.origin as 'OVER'}`)
        : t('receive.of', { count: Number(line.quantity) })}
      {(short || more) && (
        <Box component="b" sx={{ color: 'error.main', ml: 1 }}>
          {short
            ? t('summary.short', { quantity: quantity(line.open) })
            : t('summary.more', { quantity: quantity(more) })}
        </Box>
      )}
    </>
  );
}
