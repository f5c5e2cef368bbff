import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, date, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { ComingFrame } from './ComingFrame';
import { OrderFile } from './OrderFile';
import { OrderForm } from './OrderForm';
import { OrderPanel } from './OrderPanel';
import { StateWord } from './StateWord';

type Row = Schemas['InboundRow'];

const FILTERS = ['OPEN', 'LATE', 'ARRIVING', 'CLOSED', 'ALL'] as const;

/** What is expected, late, arriving, or has come. */
export function InboundSpace() {
  const { t } = useTranslation();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const opened = value('open');
  const list = useList<'listInboundOrders'>();
  const all = columns(t);
  const question = { filter, ...list.question };
  return (
    <ComingFrame>
      <Room
        title={t('coming.inbound')}
        tools={
          <>
            <Choice
              label={t('inbound.show')}
              value={filter}
              onChange={(next) => change({ filter: next })}
              options={FILTERS.map((one) => [one, t(`inbound.filter.${one}`)] as const)}
            />
            <SiteChoice value={list.only('SITE')} onChange={(next) => list.setOnly('SITE', next)} />
            <ListFilters list={list} columns={all} label={t('inbound.search')} />
            {may && (
              <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
                <Button onClick={() => change({ open: 'file' })}>{t('inbound.file')}</Button>
                <Button variant="contained" onClick={() => change({ open: 'new' })}>
                  {t('inbound.add')}
                </Button>
              </Box>
            )}
          </>
        }
      >
        <Sheet<Row>
          name="inbound"
          question={[question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/inbound', { params: { query: { ...question, offset, limit } } }))
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={list.narrowed ? t('inbound.noMatch') : t('inbound.none')}
        />
      </Room>
      {opened === 'new' && (
        <SidePanel title={t('inbound.add')} onClose={() => change({ open: null })} width={620}>
          <OrderForm onDone={(order) => change({ open: String(order.id) })} />
        </SidePanel>
      )}
      {opened === 'file' && (
        <SidePanel title={t('inbound.file')} onClose={() => change({ open: null })} width={520}>
          <OrderFile
            path="/api/inbound/file"
            help={t('inbound.fileHelp')}
            columns="number, supplier, site, expected, item, quantity, pack, price"
            old="inbound"
          />
        </SidePanel>
      )}
      {/^[0-9]+$/.test(opened) && (
        <OrderPanel key={opened} order={Number(opened)} onClose={() => change({ open: null })} />
      )}
    </ComingFrame>
  );
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('inbound.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '105px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'supplier',
      title: t('inbound.from'),
      sort: 'SUPPLIER',
      width: 'minmax(140px, 1.4fr)',
      cell: (row) => row.supplier ?? `${t(`inbound.kind.${row.kind}`)}: ${row.reason}`,
    },
    {
      key: 'late',
      title: t('inbound.late'),
      width: '100px',
      cell: (row) =>
        row.late > 0 && (
          <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
            {t('inbound.daysLate', { count: row.late })}
          </Box>
        ),
    },
    {
      key: 'expected',
      title: t('inbound.expected'),
      sort: 'EXPECTED',
      narrow: { kind: 'DAY' },
      width: '124px',
      cell: (row) => date(row.expected),
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.site,
    },
    {
      key: 'state',
      title: t('inbound.stateTitle'),
      sort: 'STATE',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['EXPECTED', t('inbound.state.EXPECTED')],
          ['ARRIVING', t('inbound.state.ARRIVING')],
          ['RECEIVED', t('inbound.state.RECEIVED')],
          ['CLOSED', t('inbound.state.CLOSED')],
        ],
      },
      width: '110px',
      cell: (row) => <StateWord state={row.state} />,
    },
    {
      key: 'lines',
      title: t('inbound.openLines'),
      sort: 'OPEN_LINES',
      narrow: { kind: 'NUMBER' },
      width: '64px',
      align: 'right',
      cell: (row) => `${row.openLines} / ${row.lines}`,
    },
    {
      key: 'progress',
      title: t('inbound.progress'),
      sort: 'PROGRESS',
      width: '84px',
      cell: (row) => row.kind === 'PURCHASE' && <Progress percent={row.progress} />,
    },
    {
      key: 'value',
      title: t('inbound.value'),
      sort: 'VALUE',
      narrow: { kind: 'NUMBER' },
      width: '86px',
      align: 'right',
      cell: (row) => money(row.value),
    },
    {
      key: 'last',
      title: t('inbound.lastReceipt'),
      sort: 'LAST_RECEIPT',
      narrow: { kind: 'MOMENT' },
      width: '112px',
      cell: (row) => row.lastReceipt && ago(row.lastReceipt),
    },
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
