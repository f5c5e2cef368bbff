import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { columnsOf } from '../../kit/columns';
import { TableSpace } from '../../kit/TableSpace';
import { Amount } from '../../kit/Amount';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { ItemPanel } from './ItemPanel';
import { GroupChoice, StockedChoice, StockWords } from './OnHandChoices';
import type { Stocked } from './onHandColumns';

type Row = Schemas['OnHandBySite'];

/** Items with what is on hand at each site, side by side. */
export function OnHandBySite() {
  const { value, change } = useAddress();
  const sites = useSites().data ?? [];
  const list = useList();
  const sorting = list.sorting ?? { by: 'ITEM', descending: false };
  const [kind, id] = value('open').split(':');
  const of = columnsOf<Row>();
  return (
    <TableSpace
      title={t('space.onHand')}
      name="on-hand-sites"
      choices={
        <>
          <GroupChoice />
          <StockedChoice />
          <StockWords />
        </>
      }
      question={{
        stocked: (value('stock') || 'IN_STOCK') as Stocked,
        q: list.question.q,
        sort: sorting.by as 'ITEM',
        descending: sorting.descending,
      }}
      fetch={(query) => get('/api/on-hand/by-site', query)}
      columns={[
        of.code('item', t('item.code'), 100, { sort: 'ITEM' }),
        of.text('name', t('item.name'), 180, { grow: 2, sort: 'NAME' }),
        of.amount('onHand', t('onHand.onHand'), 110, { sort: 'ON_HAND' }),
        of.amount('available', t('onHand.available'), 110, { sort: 'AVAILABLE', spare: true }),
        ...sites.map((site) =>
          of.shown(
            `site${site.id}`,
            site.name,
            110,
            (row) => (
              <Amount
                value={row.sites.find((one) => one.siteId === site.id)?.onHand ?? '0'}
                unit={row.symbol}
              />
            ),
            { align: 'right' },
          ),
        ),
      ]}
      rowKey={(row) => String(row.itemId)}
      sorting={sorting}
      opened={value('row')}
      onOpen={(row) => change({ open: `item:${row.itemId}`, row: String(row.itemId) })}
      none={t('onHand.noItem')}
    >
      {kind === 'item' && (
        <ItemPanel
          key={id}
          item={Number(id)}
          onClose={() => change({ open: null, lot: null, row: null })}
        />
      )}
    </TableSpace>
  );
}
