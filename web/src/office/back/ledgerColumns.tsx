import type { TFunction } from 'i18next';
import type { Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { instant, money } from '../../kit/format';
import type { Column } from '../../kit/sheetColumns';

type Row = Schemas['LedgerRow'];

export function ledgerColumns(t: TFunction): Column<Row>[] {
  return [
    {
      key: 'effective',
      title: t('ledger.when'),
      width: '170px',
      sort: 'WHEN',
      cell: (row) => instant(row.effective),
    },
    {
      key: 'kind',
      title: t('ledger.kind'),
      width: '110px',
      cell: (row) => t(`kind.${row.kind}`) + (row.reversedBy ? ` (${t('ledger.reversed')})` : ''),
    },
    {
      key: 'item',
      title: t('item.code'),
      width: '90px',
      cell: (row) => <Code>{row.item}</Code>,
    },
    { key: 'name', title: t('item.name'), width: 'minmax(160px, 2fr)', cell: (row) => row.name },
    { key: 'lot', title: t('lot'), width: '115px', cell: (row) => <Code>{row.lot}</Code> },
    {
      key: 'serial',
      title: t('serial'),
      width: '110px',
      spare: true,
      cell: (row) => <Code>{row.serial}</Code>,
    },
    { key: 'from', title: t('from'), width: '110px', cell: (row) => <Code>{row.from}</Code> },
    { key: 'to', title: t('to'), width: '110px', cell: (row) => <Code>{row.to}</Code> },
    {
      key: 'quantity',
      title: t('quantity'),
      width: '100px',
      align: 'right',
      cell: (row) => <Amount value={row.quantity} unit={row.symbol} />,
    },
    {
      key: 'value',
      title: t('adjust.value'),
      width: '92px',
      align: 'right',
      cell: (row) => (row.value === 0 ? '–' : money(row.value)),
    },
    { key: 'person', title: t('ledger.person'), width: '120px', cell: (row) => row.person },
    { key: 'document', title: t('ledger.document'), width: '100px', cell: (row) => row.document },
    {
      key: 'device',
      title: t('ledger.device'),
      width: '110px',
      spare: true,
      cell: (r) => r.device,
    },
    {
      key: 'reason',
      title: t('ledger.reason'),
      width: 'minmax(120px, 1fr)',
      spare: true,
      cell: (row) => row.reason,
    },
    {
      key: 'movementKind',
      title: t('kinds.one'),
      width: '130px',
      spare: true,
      cell: (row) => row.movementKind,
    },
    {
      key: 'fields',
      title: t('kinds.fields'),
      width: 'minmax(160px, 1fr)',
      spare: true,
      cell: (row) => row.fields,
    },
    {
      key: 'recorded',
      title: t('ledger.recorded'),
      width: '170px',
      spare: true,
      cell: (row) => instant(row.recorded),
    },
    {
      key: 'posting',
      title: t('ledger.posting'),
      width: '90px',
      align: 'right',
      spare: true,
      cell: (row) => row.posting,
    },
  ];
}
