import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { Facts } from '../../kit/Facts';
import { date, instant, money, quantity } from '../../kit/format';
import { DocumentPanel } from '../../kit/DocumentPanel';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { DocumentLink } from '../DocumentLink';
import { AdjustmentState } from './AdjustmentState';
import { ApprovalActions } from './ApprovalActions';

type Card = Schemas['AdjustmentCard'];

/** One adjustment, scrap, loan or movement with all that was said of it. */
export function AdjustmentPanel({
  adjustment,
  onClose,
}: {
  adjustment: number;
  onClose: () => void;
}) {
  const card = useQuery(question('/api/adjustments/{adjustment}', { adjustment }));
  return (
    <DocumentPanel
      of={card}
      title={({ adjustment: row }) => row.reasons}
      over={({ adjustment: row }) => (
        <>
          <Code>{row.number}</Code> · {t(`kinds.purpose.${row.purpose}`)}
        </>
      )}
      onClose={onClose}
      width={520}
    >
      {(shown) => {
        const row = shown.adjustment;
        return (
          <>
            <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline' }}>
              <AdjustmentState state={row.state} back={row.reversedBy !== null} />
              <Box sx={{ fontSize: 24, fontWeight: 700 }}>{money(row.net)}</Box>
            </Box>
            {shown.approval !== null && <ApprovalActions approval={shown.approval} />}
            <AdjustmentFacts card={shown} />
            {row.posting !== null && (
              <Part title={t('ledger.posting')}>
                <Link to={`/office/looking-back?open=${row.posting}`}>
                  {t('adjust.toPosting', { number: row.posting })}
                </Link>
                {shown.loan !== null && (
                  <>
                    {' · '}
                    <Link to={`/office/checking/loans?open=${shown.loan}`}>
                      {t('adjust.toLoan')}
                    </Link>
                  </>
                )}
              </Part>
            )}
            <Remarks of={row.number} />
          </>
        );
      }}
    </DocumentPanel>
  );
}

/** What it is about: its lines, what was filled in, who wrote it. */
export function AdjustmentFacts({ card }: { card: Card }) {
  const row = card.adjustment;
  const facts: [string, ReactNode][] = [
    [t('site'), row.site],
    [t('adjust.wayTitle'), t(`adjust.way.${row.way}`)],
    [t('transfer.note'), row.note],
    [t('adjust.source'), row.source && <DocumentLink number={row.source} />],
    [t('loan.party'), card.party],
    [t('loan.due'), date(card.due)],
    ...card.fields.map((field): [string, string] => [field.name, field.value]),
    [t('adjust.replacing'), card.replacing ? t('yes') : ''],
    [t('adjust.by'), `${row.writtenBy}, ${instant(row.written)}`],
    [
      row.state === 'REFUSED' ? t('adjust.refusedBy') : t('adjust.endedBy'),
      row.ended && `${row.endedBy}, ${instant(row.ended)}`,
    ],
  ];
  return (
    <>
      <Part title={t('adjust.what')}>
        {card.lines.map((line) => (
          <Box key={line.line} sx={{ py: 0.75, borderBottom: 1, borderColor: 'divider' }}>
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto 84px', gap: 1 }}>
              <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>
              <b>
                {Number(line.variance) > 0 ? '+' : ''}
                <Amount value={line.variance} unit={line.symbol} />
              </b>
              <Box sx={{ textAlign: 'right' }}>{money(line.value)}</Box>
            </Box>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{line.place}</Code>
              {line.lot && ` · ${t('lot')} ${line.lot}`}
              {line.serial && ` · ${t('serial')} ${line.serial}`}
              {line.condition !== 'GOOD' && ` · ${t(`conditions.${line.condition}`)}`}
              {' · '}
              {t('adjust.bookThen', { quantity: quantity(line.book) })}
              {row.state === 'PROPOSED' &&
                line.now !== line.book &&
                ` · ${t('adjust.bookNow', { quantity: quantity(line.now) })}`}
              {' · '}
              <Link to={`/office/looking-back?item=${line.itemId}&place=${line.placeId}`}>
                {t('adjust.history')}
              </Link>
            </Box>
          </Box>
        ))}
      </Part>
      <Part title={t('adjust.facts')}>
        <Facts facts={facts} width={130} />
        {card.picture && (
          <Box
            component="img"
            src={`/api/adjustments/${row.id}/picture`}
            alt={t('adjust.pictureOf', { number: row.number })}
            sx={{ maxWidth: '100%', maxHeight: 260, mt: 1, border: 1, borderColor: 'divider' }}
          />
        )}
      </Part>
    </>
  );
}
