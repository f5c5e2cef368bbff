import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { Code } from '../../kit/Code';
import { columnsOf, Exception } from '../../kit/columns';
import { date } from '../../kit/format';
import { SidePanel } from '../../kit/SidePanel';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { LoanCard } from './LoanCard';

type Row = Schemas['LoanRow'];

const FILTERS = ['OPEN', 'OVERDUE', 'CLOSED'] as const;

/** What is on loan or in use: who has it, and what is due back. */
export function LoanSpace() {
  const may = useMay('MOVE');
  const { id, close } = useOpened();
  const filter = useFilter(FILTERS);
  const list = useList<'listLoans'>();
  const found = useQuery({ ...question('/api/loans/{loan}', { loan: id }), enabled: id > 0 });
  return (
    <TableSpace
      title={t('checking.loans')}
      name="loans"
      list={list}
      search={t('loan.search')}
      hidden={[byItem()]}
      choices={<FilterChoice of={FILTERS} word={(one) => t(`loan.filter.${one}`)} />}
      actions={
        may && (
          <Button
            variant="contained"
            component={Link}
            to="/office/checking/adjustments?open=new&why=LOAN"
          >
            {t('loan.add')}
          </Button>
        )
      }
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/loans', query)}
      columns={columns()}
      file="loans"
      none={t('loan.none')}
      noMatch={t('loan.noMatch')}
    >
      {found.data && (
        <SidePanel
          key={id}
          title={found.data.loan.party || found.data.loan.kind}
          over={
            <>
              <Code>{found.data.loan.number}</Code> · {found.data.loan.site}
            </>
          }
          onClose={close}
          width={520}
        >
          <LoanCard loan={found.data} />
        </SidePanel>
      )}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('count.number'), 106, { by: 'NUMBER' }),
    of.text('party', t('loan.party'), 150, { by: 'PARTY', grow: 1.2 }),
    of.text('about', t('adjust.about'), 180, { grow: 2 }),
    of.count('open', t('loan.out'), 80, {
      by: 'OPEN_LINES',
      cell: (row) => (row.open === 0 ? '–' : `${row.open} / ${row.lines}`),
    }),
    of.day('due', t('loan.due'), 205, {
      by: 'DUE',
      cell: (row) =>
        row.overdue ? (
          <Exception>
            ! {date(row.due)}, {t('loan.overdue')}
          </Exception>
        ) : (
          date(row.due) || '–'
        ),
    }),
    of.ago('lent', t('loan.lent'), 122, { by: 'LENT' }),
    of.text('lentBy', t('adjust.by'), 110, { by: 'LENT_BY', grow: 1 }),
    of.text('kind', t('loan.kind'), 120, { by: 'KIND' }),
    of.site('site', t('site'), 120, { by: 'SITE', grow: 1 }),
  ];
}
