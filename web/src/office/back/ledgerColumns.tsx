import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { columnsOf } from '../../kit/columns';

/** What stands in the stock ledger. */
export function ledgerColumns() {
  const of = columnsOf<Schemas['LedgerRow']>();
  return [
    of.moment('effective', t('ledger.when'), 168, { sort: 'WHEN' }),
    of.choice('kind', t('ledger.kind'), 90, (kind) => t(`kind.${kind}`), {
      cell: (row) => t(`kind.${row.kind}`) + (row.reversedBy ? ` (${t('ledger.reversed')})` : ''),
    }),
    of.code('item', t('item.code'), 88),
    of.text('name', t('item.name'), 110, { grow: 2 }),
    of.code('lot', t('lot'), 84),
    of.code('serial', t('serial'), 110, { spare: true }),
    of.code('from', t('from'), 92),
    of.code('to', t('to'), 100),
    of.amount('quantity', t('quantity'), 80),
    of.money('value', t('adjust.value'), 80, { dash: true }),
    of.text('person', t('ledger.person'), 104),
    of.text('document', t('ledger.document'), 100),
    of.text('device', t('ledger.device'), 110, { spare: true }),
    of.text('reason', t('ledger.reason'), 120, { grow: 1, spare: true }),
    of.text('movementKind', t('kinds.one'), 130, { spare: true }),
    of.text('fields', t('kinds.fields'), 160, { grow: 1, spare: true }),
    of.moment('recorded', t('ledger.recorded'), 170, { spare: true }),
    of.shown('posting', t('ledger.posting'), 90, (row) => row.posting, {
      spare: true,
      align: 'right',
      value: (row) => row.posting,
    }),
  ];
}
