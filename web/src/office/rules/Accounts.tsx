import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { t, type Word } from '../../app/words';

type Account = Schemas['Account'];

/** The accounts that the journal is written to, and which sites share a cost. */
export function Accounts() {
  const accounts = useQuery(question('/api/accounts'));
  return (
    <>
      <Box>{t('accounts.what')}</Box>
      <ProblemNote problem={accounts.error} />
      {accounts.data?.map((account) => (
        <Line key={account.role} account={account} />
      ))}
      <SharedCosts />
    </>
  );
}

function Line({ account }: { account: Account }) {
  const may = useMay('RULES');
  const [entry, setEntry] = useState(account);
  const save = useSave<Account, Account>(['accounts'], put('/api/accounts'));
  const changed = entry.code !== account.code || entry.name !== account.name;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(entry);
      }}
      sx={{ py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ mb: 0.75 }}>{t(`accounts.role.${account.role}` as Word)}</Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '90px 1fr auto', gap: 1 }}>
        <TextField
          label={t('accounts.code')}
          value={entry.code}
          disabled={!may}
          onChange={(event) => setEntry({ ...entry, code: event.target.value })}
        />
        <TextField
          label={t('places.name')}
          value={entry.name}
          disabled={!may}
          onChange={(event) => setEntry({ ...entry, name: event.target.value })}
        />
        {may && changed && (
          <Button type="submit" variant="contained" loading={save.isPending}>
            {t('save')}
          </Button>
        )}
      </Box>
      <ProblemNote problem={save.error} />
    </Box>
  );
}

function SharedCosts() {
  const may = useMay('RULES');
  const known = useSites().data ?? [];
  const sites = useQuery(question('/api/costs/sites'));
  const save = useSave<{ site: number; costSite: number }>(
    ['costs', 'items', 'value'],
    (command, { site, costSite }) =>
      put('/api/costs/sites/{site}', { site })(command, { costSite }),
  );
  const list = sites.data ?? [];
  if (known.length < 2) {
    return null;
  }
  return (
    <Part title={t('accounts.shared')}>
      <Box sx={{ color: 'text.secondary' }}>{t('accounts.sharedWhat')}</Box>
      {list.map((one) => (
        <Choice
          key={one.site}
          label={one.name}
          fullWidth
          sx={{ mt: 1.5 }}
          value={String(one.costSite)}
          disabled={!may || save.isPending}
          onChange={(next) => save.mutate({ site: one.site, costSite: Number(next) })}
          options={list.map(
            (other) =>
              [
                String(other.site),
                other.site === one.site
                  ? t('accounts.own')
                  : t('accounts.with', { site: other.name }),
              ] as const,
          )}
        />
      ))}
      <ProblemNote problem={save.error} />
    </Part>
  );
}
