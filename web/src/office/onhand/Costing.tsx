import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read } from '../../api/client';
import { useMay } from '../../app/session';
import { money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';

/** What one of an item costs; who sets the rules may say another figure. */
export function Costing({ item }: { item: number }) {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const [entry, setEntry] = useState<string | null>(null);
  const cost = useQuery({
    queryKey: ['cost', item],
    queryFn: () => read(api.GET('/api/items/{item}/cost', { params: { path: { item } } })),
  });
  const save = useSave(
    ['cost', 'transfers'],
    (command, amount: number) =>
      read(
        api.PUT('/api/items/{item}/cost', {
          params: { ...command.params, path: { item } },
          body: { cost: amount },
        }),
      ),
    () => setEntry(null),
  );
  return (
    <Part title={t('item.cost')}>
      {entry === null ? (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <b>{money(cost.data?.cost)}</b>
          {may && cost.data && (
            <Button onClick={() => setEntry(String(cost.data.cost))}>{t('inbound.edit')}</Button>
          )}
        </Box>
      ) : (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            save.mutate(Number(entry.replace(',', '.')));
          }}
          sx={{ display: 'flex', gap: 1 }}
        >
          <TextField
            label={t('item.cost')}
            value={entry}
            autoFocus
            onChange={(event) => setEntry(event.target.value)}
          />
          <Button type="submit" variant="contained" loading={save.isPending}>
            {t('save')}
          </Button>
        </Box>
      )}
      <ProblemNote problem={cost.error ?? save.error} />
    </Part>
  );
}
