import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { Late } from './Late';
import { OrderFile } from './OrderFile';
import { OrderForm } from './OrderForm';
import { OrderPanel } from './OrderPanel';
import { ResponseFile } from './ResponseFile';
import { StateWord } from './StateWord';

type Row = Schemas['InboundRow'];

const FILTERS = ['OPEN', 'LATE', 'CHANGED', 'ARRIVING', 'CLOSED', 'ALL'] as const;
const STATES = ['EXPECTED', 'ARRIVING', 'RECEIVED', 'CLOSED'] as const;

/** What is expected, late, arriving, or has come. */
export function InboundSpace() {
  const may = useMay('POST');
  const { id, open, close } = useOpened();
  const filter = useFilter(FILTERS);
  const list = useList<'listInboundOrders'>();
  return (
    <TableSpace
      title={t('coming.inbound')}
      name="inbound"
      list={list}
      search={t('inbound.search')}
      bySite
      hidden={[byItem()]}
      choices={<FilterChoice of={FILTERS} word={(one) => t(`inbound.filter.${one}`)} />}
      actions={
        may && (
          <>
            <Button onClick={() => open('response')}>{t('inbound.response')}</Button>
            <Button onClick={() => open('file')}>{t('inbound.file')}</Button>
            <Button variant="contained" onClick={() => open('new')}>
              {t('inbound.add')}
            </Button>
          </>
        )
      }
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/inbound', query)}
      columns={columns()}
      none={t('inbound.none')}
      noMatch={t('inbound.noMatch')}
      panels={{
        new: {
          title: t('inbound.add'),
          width: 740,
          show: () => <OrderForm onDone={(order) => open(order.id)} />,
        },
        response: {
          title: t('inbound.response'),
          width: 480,
          show: () => <ResponseFile onOpen={(order) => open(order)} />,
        },
        file: {
          title: t('inbound.file'),
          width: 520,
          show: () => (
            <OrderFile
              path="/api/inbound/file"
              help={t('inbound.fileHelp')}
              columns="number, supplier, site, expected, item, quantity, pack, price, tax"
              old="inbound"
            />
          ),
        },
      }}
    >
      {id > 0 && <OrderPanel key={id} order={id} onClose={close} />}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('inbound.number'), 105, { by: 'NUMBER' }),
    of.text('supplier', t('inbound.from'), 140, {
      by: 'SUPPLIER',
      refers: 'SUPPLIER',
      grow: 1.4,
      cell: (row) => row.supplier ?? `${t(`inbound.kind.${row.kind}`)}: ${row.reason}`,
    }),
    of.shown('late', t('inbound.late'), 100, (row) => <Late days={row.late} />),
    of.day('expected', t('inbound.expected'), 116, { by: 'EXPECTED' }),
    of.site('site', t('site'), 120, { by: 'SITE', grow: 1 }),
    of.choice('state', t('inbound.stateTitle'), 110, (one) => t(`inbound.state.${one}`), {
      by: 'STATE',
      of: STATES,
      cell: (row) => <StateWord state={row.state} />,
    }),
    of.count('openLines', t('inbound.openLines'), 64, {
      by: 'OPEN_LINES',
      cell: (row) => `${row.openLines} / ${row.lines}`,
    }),
    of.shown(
      'progress',
      t('inbound.progress'),
      84,
      (row) => row.kind === 'PURCHASE' && <Progress percent={row.progress} />,
      { sort: 'PROGRESS' },
    ),
    of.money('value', t('inbound.value'), 86, { by: 'VALUE', total: true }),
    of.ago('lastReceipt', t('inbound.lastReceipt'), 104, { by: 'LAST_RECEIPT' }),
  ];
}

/** How much has come: solid is here, outlined is on the way. */
function Progress({ percent }: { percent: number }) {
  return (
    <Box
      role="img"
      aria-label={`${percent} %`}
      title={`${percent} %`}
      sx={{ border: '1px solid', height: 10, position: 'relative' }}
    >
      <Box sx={{ width: `${percent}%`, height: '100%', bgcolor: 'text.primary' }} />
    </Box>
  );
}
