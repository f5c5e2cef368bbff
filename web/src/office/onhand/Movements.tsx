import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { GridRow } from '../../kit/GridRow';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { instant } from '../../kit/format';
import { Part } from '../../kit/SidePanel';

type Narrowing = { item?: number; place?: number; lot?: number };

/** The last movements of an item, a place or a lot, and the way to all of them. */
export function Movements({ of, about }: { of: Narrowing; about: string }) {
  const moves = useQuery(question('/api/ledger', { ...of, limit: 8 }));
  const all = new URLSearchParams({ about });
  Object.entries(of).forEach(([name, value]) => value && all.set(name, String(value)));
  return (
    <Part title={t('movements.title')}>
      {moves.data?.rows.map((row) => (
        <Movement key={`${row.posting}-${row.line}`} row={row} />
      ))}
      {moves.data?.total === 0 && <Box sx={{ color: 'text.secondary' }}>{t('movements.none')}</Box>}
      <Box sx={{ mt: 1 }}>
        <Link to={`/office/looking-back?${all}`}>{t('movements.all')}</Link>
      </Box>
    </Part>
  );
}

function Movement({ row }: { row: Schemas['LedgerRow'] }) {
  return (
    <GridRow tracks="1fr auto" sx={{ columnGap: 1 }}>
      <Box>
        <Code>{row.from}</Code> → <Code>{row.to}</Code>
      </Box>
      <Box sx={{ textAlign: 'right' }}>
        <Amount value={row.quantity} unit={row.symbol} />
      </Box>
      <Box sx={{ color: 'text.secondary', fontSize: 13, gridColumn: '1 / -1' }}>
        {instant(row.effective, row.siteId)} · {t(`kind.${row.kind}`)} · {row.person}
        {row.lot && (
          <>
            {' · '}
            <Code>{row.lot}</Code>
          </>
        )}
      </Box>
    </GridRow>
  );
}
