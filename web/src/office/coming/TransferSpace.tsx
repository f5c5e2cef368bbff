import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { columnsOf, Exception } from '../../kit/columns';
import { count } from '../../kit/format';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { AdviceFile } from './AdviceFile';
import { Late } from './Late';
import { RoadMatrix } from './RoadMatrix';
import { TransferForm } from './TransferForm';
import { TransferPanel } from './TransferPanel';
import { TransferState } from './TransferState';

type Row = Schemas['TransferRow'];

const FILTERS = [
  'OPEN',
  'REVIEW',
  'LATE',
  'SHORT',
  'IN_TRANSIT',
  'MISSING',
  'CLOSED',
  'ALL',
] as const;
const STATES = ['PLANNED', 'READY_TO_SEND', 'IN_TRANSIT', 'PARTLY_RECEIVED', 'CLOSED'] as const;

/** What goes between our own sites: planned, late, short, on the road, missing. */
export function TransferSpace() {
  const may = useMay('POST');
  const { value, change } = useAddress();
  const { id, open, close } = useOpened();
  const filter = useFilter(FILTERS);
  const routes = value('view') === 'routes';
  const list = useList<'listTransfers'>();
  const { data } = useQuery(question('/api/transfers/counts'));
  return (
    <TableSpace
      title={t('coming.transfers')}
      name="transfers"
      list={list}
      search={t('transfer.search')}
      bySite
      hidden={[byItem()]}
      choices={
        <FilterChoice
          of={FILTERS}
          word={(one) => t(`transfer.filter.${one}`)}
          counts={
            data && {
              OPEN: data.open,
              REVIEW: data.review,
              LATE: data.late,
              SHORT: data.shortOnes,
              IN_TRANSIT: data.inTransit,
              MISSING: data.missing,
            }
          }
        />
      }
      actions={
        <>
          <Button
            variant={routes ? 'outlined' : 'text'}
            aria-pressed={routes}
            onClick={() => change({ view: routes ? null : 'routes' })}
          >
            {t('transfer.routes')}
          </Button>
          {may && (
            <>
              <Button onClick={() => open('file')}>{t('transfer.readAdvice')}</Button>
              <Button variant="contained" onClick={() => open('new')}>
                {t('transfer.add')}
              </Button>
            </>
          )}
        </>
      }
      instead={
        routes && (
          <RoadMatrix
            onOpen={(from, to) =>
              change({
                view: null,
                filter: 'IN_TRANSIT',
                where: [`FROM:IS:${from}`, `TO:IS:${to}`],
              })
            }
          />
        )
      }
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/transfers', query)}
      columns={columns()}
      none={t('transfer.none')}
      noMatch={t('transfer.noMatch')}
      panels={{
        new: {
          title: t('transfer.add'),
          width: 640,
          show: () => <TransferForm onDone={(saved) => open(saved.id)} />,
        },
        file: {
          title: t('transfer.readAdvice'),
          width: 480,
          show: () => <AdviceFile onOpen={(one) => change({ open: String(one), filter: 'ALL' })} />,
        },
      }}
    >
      {id > 0 && <TransferPanel key={id} transfer={id} onClose={close} />}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('transfer.number'), 100, { by: 'NUMBER' }),
    of.choice('state', t('transfer.stateTitle'), 150, (one) => t(`transfer.state.${one}`), {
      by: 'STATE',
      of: STATES,
      cell: (row) => <TransferState state={row.state} />,
    }),
    of.shown('late', t('transfer.late'), 102, (row) => <Late days={row.late} />),
    of.site('from', t('transfer.from'), 120, { by: 'FROM', grow: 1 }),
    of.site('to', t('transfer.to'), 120, { by: 'TO', grow: 1 }),
    of.day('dispatch', t('transfer.dispatch'), 76, { by: 'DISPATCH' }),
    of.day('wanted', t('transfer.wanted'), 80, { by: 'WANTED' }),
    of.count('lines', t('transfer.lines'), 54, { by: 'LINES' }),
    of.count('shortLines', t('transfer.short'), 54, {
      by: 'SHORT_LINES',
      cell: (row) => row.shortLines > 0 && <Exception>{count(row.shortLines)}</Exception>,
    }),
    of.count('roadLines', t('transfer.road'), 54, {
      by: 'IN_TRANSIT',
      dash: true,
      spare: true,
    }),
    of.shown(
      'missing',
      t('transfer.missing'),
      85,
      (row) => row.missing && <Exception>{t('transfer.missing')}</Exception>,
    ),
    of.money('value', t('transfer.value'), 100, {
      by: 'IN_TRANSIT_VALUE',
      dash: true,
      total: true,
    }),
    of.ago('lastSent', t('transfer.lastSent'), 110, { by: 'LAST_SENT', spare: true }),
    of.ago('lastArrival', t('transfer.lastArrival'), 110, { by: 'LAST_ARRIVAL', spare: true }),
  ];
}
