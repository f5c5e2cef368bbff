import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { instant, money } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';

const TRACKS = '170px 1fr 92px 92px';
const CENTS = 100;

/** Sums money without the errors of binary fractions. */
function sum(amounts: readonly number[]): number {
  return amounts.reduce((all, one) => all + Math.round(one * CENTS), 0) / CENTS;
}

/** What a transfer says to the books: each step from an account to another, and that they add up. */
export function TransferJournal({ of }: { of: string }) {
  const lines = useQuery(question('/api/transfers/journal', { document: of }));
  if (!lines.data) {
    return <ProblemNote problem={lines.error} />;
  }
  if (lines.data.length === 0) {
    return null;
  }
  const debit = sum(lines.data.map((line) => line.debit));
  const credit = sum(lines.data.map((line) => line.credit));
  const right = { textAlign: 'right' } as const;
  return (
    <Part title={t('transfer.journalTitle')}>
      <GridRow head tracks={TRACKS}>
        <span>{t('ledger.when')}</span>
        <span>{t('accounts.code')}</span>
        <Box sx={right}>{t('transfer.debit')}</Box>
        <Box sx={right}>{t('transfer.credit')}</Box>
      </GridRow>
      {lines.data.map((line, i) => (
        <GridRow key={i} tracks={TRACKS}>
          <Link to={`/office/looking-back?open=${line.posting}`}>{instant(line.at)}</Link>
          <Box sx={{ minWidth: 0 }}>
            {line.account}{' '}
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              {line.name}
            </Box>
          </Box>
          <Box sx={right}>{line.debit > 0 && money(line.debit)}</Box>
          <Box sx={right}>{line.credit > 0 && money(line.credit)}</Box>
        </GridRow>
      ))}
      <GridRow tracks={TRACKS} sx={{ fontWeight: 700 }}>
        <span />
        <Box sx={debit === credit ? undefined : { color: 'error.main' }}>
          {t(debit === credit ? 'transfer.balanced' : 'transfer.unbalanced')}
        </Box>
        <Box sx={right}>{money(debit)}</Box>
        <Box sx={right}>{money(credit)}</Box>
      </GridRow>
      <Box sx={{ mt: 1 }}>
        <a href={`/api/export/transfer-journal?format=XLSX&document=${encodeURIComponent(of)}`}>
          {t('transfer.journalFile')}
        </a>
      </Box>
    </Part>
  );
}
