import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../app/words';
import { post, question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { count, date } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { useSave } from '../kit/useSave';
import { Choosing, Listed, Numbered, Row, SmallButton, TypeLine } from './Parts';

/** What is expected at a site, the latest first; or goods that nobody expects. */
export function Arriving({
  site,
  onChoose,
}: {
  site: Schemas['SiteCard'];
  onChoose: (order: number) => void;
}) {
  const [unexpected, setUnexpected] = useState<'UNEXPECTED' | 'RETURN' | null>(null);
  const orders = useQuery(
    question('/api/inbound', { filter: 'OPEN', where: [`SITE:IS:${site.id}`] }),
  );
  const begin = useSave(
    [],
    (command, what: { kind: 'UNEXPECTED' | 'RETURN'; reason: string }) =>
      post('/api/inbound/unexpected')(command, { ...what, site: site.id }),
    (order) => onChoose(order.id),
  );
  return (
    <Choosing
      title={t('receive.title')}
      find={t('receive.find')}
      none={orders.data?.total === 0 && t('receive.none')}
    >
      <ProblemNote problem={orders.error ?? begin.error} />
      {orders.data?.rows.map((row) => (
        <Row
          key={row.id}
          onTap={() => onChoose(row.id)}
          title={
            <Numbered number={row.number}>{row.supplier ?? t(`inbound.kind.${row.kind}`)}</Numbered>
          }
          detail={
            row.late > 0
              ? t('inbound.daysLate', { count: row.late })
              : row.expected
                ? t('receive.expected', { day: date(row.expected) })
                : row.reason
          }
          end={t('receive.openLines', { count: row.openLines })}
        />
      ))}
      {(orders.data?.total ?? 0) > (orders.data?.rows.length ?? 0) && (
        <Box sx={{ py: 1, color: 'text.secondary' }}>
          {t('receive.moreOrders', { shown: count(orders.data?.total ?? 0) })}
        </Box>
      )}
      <Box sx={{ mt: 2, display: 'flex', gap: 1 }}>
        {(['UNEXPECTED', 'RETURN'] as const).map((kind) => (
          <SmallButton
            key={kind}
            aria-pressed={unexpected === kind}
            onClick={() => setUnexpected(kind)}
          >
            {t(`inbound.kind.${kind}`)}
          </SmallButton>
        ))}
      </Box>
      {unexpected && (
        <TypeLine
          key={unexpected}
          fields={[t('receive.reason')]}
          maxLength={200}
          label={t('receive.begin')}
          onSay={(reason) => begin.mutate({ kind: unexpected, reason })}
        />
      )}
    </Choosing>
  );
}

/** What remains of the order, always on the screen. */
export function StillOpen({
  lines,
  onChoose,
}: {
  lines: Schemas['FloorOrderLine'][];
  onChoose: (item: number) => void;
}) {
  const open = lines.filter((line) => Number(line.open) > 0);
  const came = lines.filter((line) => Number(line.received) > 0);
  return (
    <Listed head={open.length > 0 ? t('receive.remains') : t('receive.allHere')}>
      {open.map((line) => (
        <Row
          key={line.line}
          onTap={() => onChoose(line.itemId)}
          title={line.name}
          detail={
            <>
              <Code>{line.item}</Code> {t('receive.of', { count: count(Number(line.quantity)) })}
              {(line.home || line.shelfNote) && (
                <Box component="span" sx={{ display: 'block' }}>
                  {line.home && <Code strong>{line.home}</Code>} {line.shelfNote}
                </Box>
              )}
            </>
          }
          end={<Amount value={line.open} unit={line.symbol} />}
        />
      ))}
      {open.length === 0 &&
        came.map((line) => (
          <Row
            key={line.line}
            title={line.name}
            detail={line.origin !== 'ORDERED' && t(`inbound.origin.${line.origin}`)}
            end={<Amount value={line.received} unit={line.symbol} />}
          />
        ))}
    </Listed>
  );
}
