import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { money } from '../../kit/format';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { ReturnForm } from './ReturnForm';
import { ReturnPanel } from './ReturnPanel';

type Row = Schemas['SupplierReturnRow'];

const FILTERS = ['OPEN', 'SHIPPED', 'ALL'] as const;
const STARTS = ['site', 'show', 'goods'] as const;

/** What goes back to suppliers: set aside, shipped, and what they owe for it. */
export function ReturnSpace() {
  const may = useMay('POST');
  const { value } = useAddress();
  const { id, open, close } = useOpened(STARTS);
  const filter = useFilter(FILTERS);
  const list = useList<'listSupplierReturns'>();
  const of = columnsOf<Row>();
  return (
    <TableSpace<Row, { filter: (typeof FILTERS)[number] }>
      title={t('coming.returns')}
      name="supplier-returns"
      leaves={STARTS}
      list={list}
      search={t('returns.find')}
      bySite
      hidden={[byItem()]}
      choices={<FilterChoice of={FILTERS} word={(one) => t(`returns.filter.${one}`)} />}
      actions={
        may && (
          <Button variant="contained" onClick={() => open('new')}>
            {t('returns.new')}
          </Button>
        )
      }
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/supplier-returns', query)}
      columns={[
        of.number('number', t('count.number'), 106, { by: 'NUMBER' }),
        of.choice('state', t('returns.stateTitle'), 110, (state) => t(`returns.state.${state}`), {
          by: 'STATE',
        }),
        of.text('supplier', t('inbound.supplier'), 170, { by: 'SUPPLIER', grow: 1 }),
        of.text('reason', t('returns.reason'), 180, { by: 'REASON', grow: 1.4 }),
        of.count('lines', t('inbound.lines'), 70, { by: 'LINES' }),
        of.shown(
          'claim',
          t('returns.claim'),
          100,
          (row) => (row.claim > 0 ? money(row.claim) : '–'),
          {
            by: 'CLAIM',
            align: 'right',
          },
        ),
        of.text('reference', t('returns.reference'), 150, { by: 'REFERENCE' }),
        of.ago('created', t('returns.created'), 122, { by: 'CREATED' }),
        of.moment('shipped', t('returns.shipped'), 140, { by: 'SHIPPED' }),
        of.site('site', t('site'), 110, { by: 'SITE' }),
      ]}
      file="supplier-returns"
      none={t('returns.none')}
      noMatch={t('returns.noMatch')}
      panels={{
        new: {
          title: t('returns.new'),
          width: 720,
          show: () => (
            <ReturnForm
              start={{
                site: value('site') || list.only('SITE') || '',
                show: value('show'),
                words: value('goods'),
              }}
              onDone={(card) => open(card.row.id)}
            />
          ),
        },
      }}
    >
      {id > 0 && <ReturnPanel key={id} id={id} onClose={close} />}
    </TableSpace>
  );
}
