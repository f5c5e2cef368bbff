import { useState } from 'react';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressSite, AddressText } from '../../kit/AddressFields';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { ItemPanel } from './ItemPanel';
import { OnHandBySite } from './OnHandBySite';
import { GroupChoice, StockedChoice, StockWords } from './OnHandChoices';
import { onHandColumns, type Group, type Stocked } from './onHandColumns';
import { PlacePanel } from './PlacePanel';

const CONDITIONS = ['GOOD', 'ON_HOLD', 'REJECTED'] as const;
const SORTED: Record<Group, string> = {
  ITEM: 'ITEM',
  PLACE: 'PLACE',
  LOT: 'EXPIRY',
  POSITION: 'ITEM',
};

/** What lies where: by item, place, lot or position; now, or as of a past moment. */
export function OnHandSpace() {
  const { value } = useAddress();
  const group = value('group') || 'ITEM';
  return group === 'SITES' ? <OnHandBySite /> : <OnHandBy group={group as Group} />;
}

function OnHandBy({ group }: { group: Group }) {
  const { value, change } = useAddress();
  const stocked = (value('stock') || 'IN_STOCK') as Stocked;
  const at = value('at');
  const list = useList();
  const sorting = list.sorting ?? { by: SORTED[group], descending: false };
  const [scale, setScale] = useState(0);
  const question = {
    group,
    stocked: group === 'ITEM' && !at && stocked !== 'IN_STOCK' ? stocked : undefined,
    site: value('site') ? Number(value('site')) : undefined,
    condition: CONDITIONS.find((one) => one === value('condition')),
    q: list.question.q,
    at: at ? new Date(at).toISOString() : undefined,
    sort: sorting.by as 'ITEM',
    descending: sorting.descending,
  };
  const [kind, id] = value('open').split(':');
  return (
    <TableSpace
      title={t('space.onHand')}
      name="on-hand"
      memory={question.stocked ? 'on-hand.STOCKED' : `on-hand.${group}`}
      choices={
        <>
          <GroupChoice />
          {group === 'ITEM' && !at && <StockedChoice />}
          <AddressSite name="site" />
          <StockWords />
          {group === 'POSITION' && (
            <AddressChoice
              name="condition"
              label={t('condition')}
              options={optionsOf(CONDITIONS, (one) => t(`conditions.${one}`), t('anyCondition'))}
            />
          )}
          <AddressText name="at" label={t('onHand.asOf')} type="datetime-local" width={205} />
        </>
      }
      question={question}
      fetch={async (query) => {
        const page = await get('/api/on-hand', query);
        const most = Math.max(0, ...page.rows.map((row) => Number(row.onHand ?? 0)));
        setScale((before) => (query.offset === 0 ? most : Math.max(before, most)));
        return page;
      }}
      columns={onHandColumns(group, scale, question.stocked !== undefined)}
      rowKey={(row) => row.key}
      sorting={sorting}
      opened={value('row')}
      onOpen={(row) =>
        change({
          open: group === 'PLACE' ? `place:${row.placeId}` : `item:${row.itemId}`,
          lot: row.lotId ? String(row.lotId) : null,
          row: row.key,
        })
      }
      file="on-hand"
      fileOfColumns
      none={
        question.stocked
          ? t('onHand.noItem')
          : question.q || question.site || at
            ? t('onHand.noMatch')
            : t('onHand.nothing')
      }
    >
      {kind === 'item' && (
        <ItemPanel
          key={id}
          item={Number(id)}
          lot={value('lot') ? Number(value('lot')) : undefined}
          onClose={() => change({ open: null, lot: null, row: null })}
        />
      )}
      {kind === 'place' && (
        <PlacePanel key={id} place={Number(id)} onClose={() => change({ open: null, row: null })} />
      )}
    </TableSpace>
  );
}
