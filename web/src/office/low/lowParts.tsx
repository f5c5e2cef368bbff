import Box from '@mui/material/Box';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { MarkedWord } from '../../kit/MarkedWord';
import { everyOf } from '../../kit/everyOf';
import { quantity } from '../../kit/format';

export type Finding = Schemas['LowItem']['finding'];

/** By what are made old: what runs low, proposals, and what becomes of them. */
export const OLD = ['low', 'replenishment', 'requisitions', 'transfers', 'outbound'];

export const FINDINGS = everyOf<Finding>()([
  'ORDER',
  'COMES_TOO_LATE',
  'WOULD_EXPIRE',
  'REFUSED',
  'FAILED',
  'ENOUGH',
  'NO_POLICY',
]);

const FILL: Record<Finding, number | 'CROSSED'> = {
  ORDER: 0,
  COMES_TOO_LATE: 25,
  WOULD_EXPIRE: 25,
  REFUSED: 'CROSSED',
  FAILED: 'CROSSED',
  ENOUGH: 100,
  NO_POLICY: 'CROSSED',
};

/** What a run found of an item. */
export function FindingWord({ of }: { of: Finding }) {
  const amiss = of === 'FAILED' || of === 'COMES_TOO_LATE';
  return (
    <Box component="span" sx={{ color: amiss ? 'error.main' : undefined }}>
      <MarkedWord fill={FILL[of]} word={t(`low.finding.${of}`)} />
    </Box>
  );
}

/** What a proposal comes to: how much, and from where. */
export function proposed(one: Schemas['Proposal']): string {
  return t(`low.way.${one.way}`, {
    quantity: quantity(one.quantity),
    unit: one.symbol,
    from: one.from ?? t('low.noSupplierYet'),
  });
}
