import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { date, quantity } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { Part } from '../../kit/SidePanel';

type Peg = Schemas['OrderPeg'];

/** From where what an order lacks will come, and when. */
export function useSupply(order: number, lacks: boolean) {
  return useQuery({
    ...question('/api/replenishment/orders/{order}/supply', { order }),
    enabled: lacks,
  });
}

function words(peg: Peg, unit: string): string {
  const what = {
    quantity: `${quantity(peg.quantity)} ${unit}`,
    document: peg.document,
    day: date(peg.day),
  };
  if (!peg.document) {
    return t('outbound.comesFrom_here', what);
  }
  return peg.firm ? t('outbound.comesFrom_firm', what) : t('outbound.comesFrom_asked', what);
}

const PAGES: Partial<Record<NonNullable<Peg['kind']>, string>> = {
  REQUISITION: 'running-low/requisitions',
  TRANSFER: 'coming/transfers',
  OUTBOUND_ORDER: 'coming/outbound',
  INBOUND_ORDER: 'coming/inbound',
};

function pageOf({ document, kind }: Peg): string | undefined {
  const page = kind ? PAGES[kind] : undefined;
  return page && `/office/${page}?q=${encodeURIComponent(document)}`;
}

/** What comes for a line of an order. */
export function ComesFrom({ pegs, unit }: { pegs: readonly Peg[]; unit: string }) {
  return pegs.map((peg) => {
    const page = pageOf(peg);
    return page ? (
      <Link key={peg.document} to={page}>
        {words(peg, unit)}
      </Link>
    ) : (
      <span key={peg.document}>{words(peg, unit)}</span>
    );
  });
}

/** Which orders wait for what comes by an inbound order. */
export function WhoWaits({ card }: { card: Schemas['InboundCard'] }) {
  const pegs = useQuery(
    question('/api/replenishment/inbound/{inbound}/waiting', { inbound: card.id }),
  );
  const lines = new Map(card.lines.map((line) => [line.itemId, line]));
  return (
    !!pegs.data?.length && (
      <Part title={t('inbound.waiting')}>
        {pegs.data.map((peg) => (
          <GridRow key={`${peg.order} ${peg.line}`} tracks="110px 1fr 110px">
            <Link to={`/office/coming/outbound?open=${peg.order}`}>
              <Code>{peg.number}</Code>
            </Link>
            <span>{lines.get(peg.itemId)?.name}</span>
            <Amount value={peg.quantity} unit={lines.get(peg.itemId)?.symbol} />
          </GridRow>
        ))}
      </Part>
    )
  );
}
