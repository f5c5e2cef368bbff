import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { columnsOf } from '../../kit/columns';
import { Sheet } from '../../kit/Sheet';
import { traceAddress } from '../../kit/traceWords';

type Row = Schemas['TraceGoodsOfParty']['goods'] &
  Pick<Schemas['TraceGoodsOfParty'], 'quantity' | 'documents' | 'first' | 'last'>;

/** The lots and pieces that a customer has, or that came from a supplier: each opens its trace. */
export function GoodsOfParty({ kind, id }: { kind: 'CUSTOMER' | 'SUPPLIER'; id: number }) {
  const navigate = useNavigate();
  const customers = useQuery({ ...question('/api/customers'), enabled: kind === 'CUSTOMER' });
  const suppliers = useQuery({ ...question('/api/suppliers'), enabled: kind === 'SUPPLIER' });
  const party = (kind === 'CUSTOMER' ? customers : suppliers).data?.find((one) => one.id === id);
  const of = columnsOf<Row>();
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
      <Box sx={{ fontSize: 24, fontWeight: 700 }}>{party?.name}</Box>
      <Box sx={{ mb: 1 }}>{t(`trace.goodsOf.${kind}`)}</Box>
      <Sheet<Row, { kind: 'CUSTOMER' | 'SUPPLIER'; party: number }>
        name="trace-goods"
        question={{ kind, party: id }}
        fetch={async (asked) => {
          const page = await get('/api/trace/goods', asked);
          return { ...page, rows: page.rows.map(({ goods, ...row }) => ({ ...goods, ...row })) };
        }}
        rowKey={(row) => `${row.itemId} ${row.lotId} ${row.serialId}`}
        columns={[
          of.code('item', t('item.code'), 110),
          of.text('name', t('item.name'), 220, { grow: 1 }),
          of.code('lot', t('lot'), 110),
          of.code('serial', t('serial'), 130),
          of.day('expiry', t('trace.expiry'), 110),
          of.shown(
            'quantity',
            t('quantity'),
            100,
            (row) => <Amount value={row.quantity} unit={row.symbol} />,
            { align: 'right' },
          ),
          of.count('documents', t('trace.documents'), 90),
          of.moment('last', t('trace.last'), 150),
        ]}
        onOpen={(row) => void navigate(traceAddress(row))}
        empty={t(`trace.noGoodsOf.${kind}`)}
      />
    </Box>
  );
}
