import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, date } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
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
  const q = useDeferredValue(value('q')) || undefined;
  const opened = value('open');
  const question = { filter, q };
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
            <TextField
              label={t('loan.search')}
              value={value('q')}
              onChange={(event) => change({ q: event.target.value })}
              sx={{ width: 220 }}
            />
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
          columns={columns(t)}
          rowKey={(row) => String(row.id)}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={q ? t('loan.noMatch') : t('loan.none')}
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
      width: '106px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'party',
      title: t('loan.party'),
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
      width: '80px',
      align: 'right',
      cell: (row) => (row.open === 0 ? '–' : `${row.open} / ${row.lines}`),
    },
    {
      key: 'due',
      title: t('loan.due'),
      width: '170px',
      cell: (row) =>
        row.overdue ? (
          <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
            ! {date(row.due)}, {t('loan.overdue')}
          </Box>
        ) : (
          date(row.due) || '–'
        ),
    },
    { key: 'lent', title: t('loan.lent'), width: '122px', cell: (row) => ago(row.lent) },
    { key: 'by', title: t('adjust.by'), width: 'minmax(110px, 1fr)', cell: (row) => row.lentBy },
    { key: 'site', title: t('site'), width: 'minmax(120px, 1fr)', cell: (row) => row.site },
  ];
}
