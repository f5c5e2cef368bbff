import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { ItemField } from '../../kit/ItemField';

/** What goes into an item that the house puts together itself. */
export function MadeOf({ item }: { item: number }) {
  const { t } = useTranslation();
  const kit = useQuery(question('/api/items/{id}/components', { id: item }));
  return (
    <Part title={t('outbound.madeOf')}>
      <Box sx={{ color: 'text.secondary' }}>{t('outbound.madeOfHelp')}</Box>
      {kit.data && <Components key={JSON.stringify(kit.data.components)} kit={kit.data} />}
    </Part>
  );
}

function Components({ kit }: { kit: Schemas['KitCard'] }) {
  const { t } = useTranslation();
  const [rows, setRows] = useState(() =>
    kit.components.map((one) => ({ item: one.item, quantity: one.quantity })),
  );
  const save = useSave(['kits', 'items'], (command, components: typeof rows) =>
    put('/api/items/{id}/components', { id: kit.kitId })(command, { components }),
  );
  const change = (i: number, part: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, k) => (k === i ? { ...row, ...part } : row)));
  return (
    <Form
      save={save}
      word={t('outbound.saveMadeOf')}
      onSubmit={() =>
        save.mutate(
          rows
            .filter((row) => row.item.trim())
            .map((row) => ({
              item: row.item.trim(),
              quantity: decimal(row.quantity),
            })),
        )
      }
    >
      {rows.map((row, i) => (
        <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1fr 110px', gap: 1 }}>
          <ItemField
            label={t('outbound.component', { number: i + 1 })}
            value={row.item}
            name={kit.components.find((one) => one.item === row.item)?.name}
            onChange={(item) => change(i, { item })}
          />
          <NumberField
            label={t('quantity')}
            value={row.quantity}
            onChange={(event) => change(i, { quantity: event.target.value })}
          />
        </Box>
      ))}
      <Button onClick={() => setRows([...rows, { item: '', quantity: '' }])}>
        {t('transfer.addLine')}
      </Button>
    </Form>
  );
}
