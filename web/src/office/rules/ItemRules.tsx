import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { AddressText } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { FormPanel } from '../../kit/FormPanel';
import { PanelToCome } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { useMany } from '../imports/useMany';
import { ItemForm } from './ItemForm';
import { MadeOf } from './MadeOf';
import { PictureForm } from './PictureForm';

/** Items with their packs, barcodes and homes. */
export function ItemRules() {
  const may = useMay('RULES');
  const { opened, id, open, close } = useOpened();
  const { q } = useList().question;
  const of = columnsOf<Schemas['ItemRow']>();
  const many = useMany<Schemas['ItemRow']>('items', ['code'], (row) => [row.code]);
  return (
    <TableSpace
      title={t('rules.items')}
      name="items"
      choices={<AddressText name="q" label={t('items.search')} />}
      actions={
        may && (
          <Button variant="contained" onClick={() => open('new')}>
            {t('items.add')}
          </Button>
        )
      }
      over={many.bar}
      ticks={many.ticks}
      question={{ q, closedToo: true }}
      fetch={(query) => get('/api/items', query)}
      columns={[
        of.code('code', t('item.code'), 110),
        of.text('name', t('item.name'), 200, { grow: 2 }),
        of.text('category', t('item.category'), 120, { grow: 1 }),
        of.choice('unit', t('item.unit'), 90, (unit) => t(`unit.${unit}`)),
        of.choice('tracking', t('item.tracking'), 150, (tracking) => t(`tracking.${tracking}`)),
        of.shown('active', t('item.state'), 80, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t(q ? 'items.noMatch' : 'items.none')}
    >
      {opened === 'new' && (
        <FormPanel of={undefined} title={t('items.add')} onClose={close} width={520}>
          {() => <ItemForm onDone={close} />}
        </FormPanel>
      )}
      {many.panel}
      {id > 0 && <ItemCard key={id} item={id} onClose={close} />}
    </TableSpace>
  );
}

function ItemCard({ item, onClose }: { item: number; onClose: () => void }) {
  const { data: card, error } = useQuery(question('/api/items/{id}', { id: item }));
  return card ? (
    <FormPanel
      of={card}
      title={card.name}
      onClose={onClose}
      width={520}
      logged={['items', card.code]}
      below={
        <>
          <PictureForm item={card} />
          <MadeOf item={card.id} />
        </>
      }
    >
      {(shown) => <ItemForm card={shown} />}
    </FormPanel>
  ) : (
    <PanelToCome problem={error} onClose={onClose} width={520} />
  );
}
