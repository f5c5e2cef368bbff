import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Amount } from '../../kit/Amount';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { CheckPanel } from './CheckPanel';
import { ComingFrame } from './ComingFrame';

type Row = Schemas['WaitingRow'];

/** What waits on docks and at inspection, the longest first: to be checked, or to be put away. */
export function WaitingSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const site = value('site');
  const toCheck = value('show') === 'check';
  const question = { site: site ? Number(site) : undefined, toCheck };
  const waiting = useQuery({
    queryKey: ['waiting', 'office', question],
    queryFn: () => read(api.GET('/api/waiting', { params: { query: question } })),
  });
  const opened = waiting.data?.find((row) => row.key === value('open'));
  const columns: Column<Row>[] = [
    {
      key: 'since',
      title: t('waiting.since'),
      width: '130px',
      cell: (row) => row.since && ago(row.since),
    },
    { key: 'name', title: t('item.item'), width: 'minmax(180px, 2fr)', cell: (row) => row.name },
    {
      key: 'mark',
      title: t('waiting.mark'),
      width: '130px',
      cell: (row) => <Code>{row.lot ?? row.serial}</Code>,
    },
    {
      key: 'quantity',
      title: t('quantity'),
      width: '100px',
      align: 'right',
      cell: (row) => <Amount value={row.quantity} unit={row.symbol} />,
    },
    { key: 'place', title: t('bin'), width: '100px', cell: (row) => <Code>{row.place}</Code> },
    { key: 'site', title: t('site'), width: 'minmax(110px, 1fr)', cell: (row) => row.site },
    {
      key: 'next',
      title: t('waiting.next'),
      width: '130px',
      cell: (row) => (
        <Box component="span" sx={{ fontWeight: row.condition === 'ON_HOLD' ? 700 : 400 }}>
          {t(`waiting.${row.condition}`)}
        </Box>
      ),
    },
    {
      key: 'document',
      title: t('inbound.number'),
      width: '105px',
      cell: (row) => <Code>{row.document}</Code>,
    },
  ];
  return (
    <ComingFrame>
      <Room
        title={t('coming.waiting')}
        tools={
          <>
            <Choice
              label={t('inbound.show')}
              value={toCheck ? 'check' : ''}
              onChange={(next) => change({ show: next })}
              options={[
                ['', t('waiting.all')],
                ['check', t('waiting.toCheck')],
              ]}
            />
            <SiteChoice value={site} onChange={(next) => change({ site: next })} />
          </>
        }
      >
        <Sheet<Row>
          name="waiting"
          question={[question, waiting.dataUpdatedAt]}
          fetch={async (offset, limit) => {
            const rows =
              waiting.data ??
              (await read(api.GET('/api/waiting', { params: { query: question } })));
            return { total: rows.length, offset, rows: rows.slice(offset, offset + limit) };
          }}
          columns={columns}
          rowKey={(row) => row.key}
          opened={value('open')}
          onOpen={(row) => change({ open: row.key })}
          empty={t('waiting.none')}
        />
      </Room>
      {opened && (
        <CheckPanel key={opened.key} row={opened} onClose={() => change({ open: null })} />
      )}
    </ComingFrame>
  );
}
