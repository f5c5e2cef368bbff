import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { ProblemNote } from '../../kit/ProblemNote';
import { Sheet } from '../../kit/Sheet';
import { useAddress } from '../../kit/useAddress';
import { SidePanel } from '../../kit/SidePanel';
import type { Column } from '../../kit/sheetColumns';
import { ItemForm } from './ItemForm';
import { MadeOf } from './MadeOf';
import { PictureForm } from './PictureForm';
import { RulesFrame } from './RulesFrame';
import { FormOf } from './Form';

type Row = Schemas['ItemRow'];

/** Items with their packs, barcodes and homes. */
export function ItemRules() {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const { value, change } = useAddress();
  const q = value('q');
  const words = useDeferredValue(q);
  const opened = value('open');
  const columns: Column<Row>[] = [
    { key: 'code', title: t('item.code'), width: '110px', cell: (row) => <Code>{row.code}</Code> },
    { key: 'name', title: t('item.name'), width: 'minmax(200px, 2fr)', cell: (row) => row.name },
    {
      key: 'category',
      title: t('item.category'),
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.category,
    },
    { key: 'unit', title: t('item.unit'), width: '90px', cell: (row) => t(`unit.${row.unit}`) },
    {
      key: 'tracking',
      title: t('item.tracking'),
      width: '150px',
      cell: (row) => t(`tracking.${row.tracking}`),
    },
    {
      key: 'state',
      title: t('item.state'),
      width: '80px',
      cell: (row) => (row.active ? '' : t('item.closed')),
    },
  ];
  return (
    <RulesFrame>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', p: 2, pb: 0 }}>
        <Box sx={{ display: 'flex', gap: 2, mb: 1.5, alignItems: 'center' }}>
          <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
            {t('rules.items')}
          </Box>
          <TextField
            label={t('items.search')}
            value={q}
            onChange={(event) => change({ q: event.target.value })}
          />
          {may && (
            <Button variant="contained" sx={{ ml: 'auto' }} onClick={() => change({ open: 'new' })}>
              {t('items.add')}
            </Button>
          )}
        </Box>
        <Sheet<Row>
          name="items"
          question={[words]}
          fetch={(offset, limit) =>
            read(
              api.GET('/api/items', {
                params: { query: { q: words || undefined, closedToo: true, offset, limit } },
              }),
            )
          }
          columns={columns}
          rowKey={(row) => String(row.id)}
          opened={opened || undefined}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={q ? t('items.noMatch') : t('items.none')}
        />
      </Box>
      {opened && <OpenedItem key={opened} opened={opened} onClose={() => change({ open: null })} />}
    </RulesFrame>
  );
}

function OpenedItem({ opened, onClose }: { opened: string; onClose: () => void }) {
  const { t } = useTranslation();
  const isNew = opened === 'new';
  const card = useQuery({
    queryKey: ['item', Number(opened)],
    queryFn: () => read(api.GET('/api/items/{id}', { params: { path: { id: Number(opened) } } })),
    enabled: !isNew,
  });
  return (
    <SidePanel
      title={isNew ? t('items.add') : (card.data?.name ?? t('loading'))}
      over={card.data && <Code>{card.data.code}</Code>}
      onClose={onClose}
      width={520}
    >
      <ProblemNote problem={card.error} />
      {(isNew || card.data) && (
        <FormOf of={card.data}>
          {(shown) => <ItemForm card={shown} onDone={isNew ? onClose : undefined} />}
        </FormOf>
      )}
      {card.data && <PictureForm item={card.data} />}
      {card.data && <MadeOf item={card.data.id} />}
    </SidePanel>
  );
}
