import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { count, date } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { useSave } from '../kit/useSave';
import { Choosing, ListHead, Row, TypeIn } from './Parts';

/** What is expected at a site, the latest first; or goods that nobody expects. */
export function Arriving({
  site,
  onChoose,
}: {
  site: Schemas['SiteCard'];
  onChoose: (order: number) => void;
}) {
  const { t } = useTranslation();
  const [unexpected, setUnexpected] = useState<'UNEXPECTED' | 'RETURN' | null>(null);
  const [reason, setReason] = useState('');
  const orders = useQuery({
    queryKey: ['inbound', 'floor', site.id],
    queryFn: () =>
      read(api.GET('/api/inbound', { params: { query: { site: site.id, filter: 'OPEN' } } })),
  });
  const begin = useSave(
    [],
    (command, kind: 'UNEXPECTED' | 'RETURN') =>
      read(
        api.POST('/api/inbound/unexpected', { ...command, body: { kind, site: site.id, reason } }),
      ),
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
            <>
              <Code strong>{row.number}</Code> {row.supplier ?? t(`inbound.kind.${row.kind}`)}
            </>
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
          <Button
            key={kind}
            variant="outlined"
            aria-pressed={unexpected === kind}
            onClick={() => setUnexpected(kind)}
            sx={{ minHeight: 56, flex: 1, fontSize: 17, lineHeight: 1.15 }}
          >
            {t(`inbound.kind.${kind}`)}
          </Button>
        ))}
      </Box>
      {unexpected && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            begin.mutate(unexpected);
          }}
          sx={{ mt: 1, display: 'flex', gap: 1 }}
        >
          <TypeIn
            required
            autoFocus
            aria-label={t('receive.reason')}
            placeholder={t('receive.reason')}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            maxLength={200}
          />
          <Button type="submit" variant="contained" sx={{ minHeight: 56, fontSize: 18 }}>
            {t('receive.begin')}
          </Button>
        </Box>
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
  const { t } = useTranslation();
  const open = lines.filter((line) => Number(line.open) > 0);
  const came = lines.filter((line) => Number(line.received) > 0);
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ListHead>{open.length > 0 ? t('receive.remains') : t('receive.allHere')}</ListHead>
      {open.map((line) => (
        <Row
          key={line.line}
          onTap={() => onChoose(line.itemId)}
          title={line.name}
          detail={
            <>
              <Code>{line.item}</Code> {t('receive.of', { count: count(Number(line.quantity)) })}
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
    </Box>
  );
}
