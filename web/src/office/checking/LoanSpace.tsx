import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, date } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SheetFile } from '../../kit/SheetFile';
import { SidePanel } from '../../kit/SidePanel';
import type { Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { CheckingFrame } from './CheckingFrame';
import { LoanCard } from './LoanCard';

type Row = Schemas['LoanRow'];

const FILTERS = ['OPEN', 'OVERDUE', 'CLOSED'] as const;

/** What is lent out, to whom, and what is due back. */
export function LoanSpace() {
  const { t } = useTranslation();
  const may = useMay('MOVE');
  const { value, change } = useAddress();
  const filter = (value('filter') || 'OPEN') as (typeof FILTERS)[number];
  const list = useList<'listLoans'>();
  const all = columns(t);
  const opened = value('open');
  const question = { filter, ...list.question };
  const found = useQuery({
    queryKey: ['loans', 'row', opened],
    queryFn: () =>
      read(api.GET('/api/loans/{loan}', { params: { path: { loan: Number(opened) } } })),
    enabled: Number(opened) > 0,
  });
  return (
    <CheckingFrame>
      <Room
        title={t('checking.loans')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={filter}
              onChange={(next) => change({ filter: next })}
              options={FILTERS.map((one) => [one, t(`loan.filter.${one}`)] as const)}
            />
            <ListFilters list={list} columns={all} label={t('loan.search')} elsewhere={[]} />
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <SheetFile path="loans" question={question} />
              {may && (
                <Button
                  variant="contained"
                  component={Link}
                  to="/office/checking/adjustments?open=new&why=LOAN"
                >
                  {t('loan.add')}
                </Button>
              )}
            </Box>
          </>
        }
      >
        <Sheet<Row>
          name="loans"
          question={[question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/loans', { params: { query: { ...question, offset, limit } } }))
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={list.narrowed ? t('loan.noMatch') : t('loan.none')}
        />
      </Room>
      {found.data && (
        <SidePanel
          key={opened}
          title={found.data.loan.party}
          over={
            <>
              <Code>{found.data.loan.number}</Code> · {found.data.loan.site}
            </>
          }
          onClose={() => change({ open: null })}
          width={520}
        >
          <LoanCard loan={found.data} />
        </SidePanel>
      )}
    </CheckingFrame>
  );
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('count.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '106px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'party',
      title: t('loan.party'),
      sort: 'PARTY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(150px, 1.2fr)',
      cell: (row) => row.party,
    },
    {
      key: 'about',
      title: t('adjust.about'),
      width: 'minmax(180px, 2fr)',
      cell: (row) => row.about,
    },
    {
      key: 'open',
      title: t('loan.out'),
      sort: 'OPEN_LINES',
      narrow: { kind: 'NUMBER' },
      width: '80px',
      align: 'right',
      cell: (row) => (row.open === 0 ? '–' : `${row.open} / ${row.lines}`),
    },
    {
      key: 'due',
      title: t('loan.due'),
      sort: 'DUE',
      narrow: { kind: 'DAY' },
      width: '205px',
      cell: (row) =>
        row.overdue ? (
          <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
            ! {date(row.due)}, {t('loan.overdue')}
          </Box>
        ) : (
          date(row.due) || '–'
        ),
    },
    {
      key: 'lent',
      title: t('loan.lent'),
      sort: 'LENT',
      narrow: { kind: 'MOMENT' },
      width: '122px',
      cell: (row) => ago(row.lent),
    },
    {
      key: 'by',
      title: t('adjust.by'),
      sort: 'LENT_BY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.lentBy,
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.site,
    },
  ];
}
