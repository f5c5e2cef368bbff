import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from './words';
import { api, Problem, read, type Schemas } from '../api/client';
import { DoorForm } from './DoorForm';
import { SignedOutPage } from './SignedOutPage';
import { useMe, useSignOut } from './session';

type Secret = Schemas['Me']['by'];

/** Changing one's own password or PIN: the one that was signed in with proves who asks. */
function SecretForm({
  secret,
  first,
  onDone,
}: {
  secret: Secret;
  first?: boolean;
  onDone?: () => void;
}) {
  const queries = useQueryClient();
  const { by } = useMe();
  const [present, setPresent] = useState('');
  const [chosen, setChosen] = useState('');
  const [again, setAgain] = useState('');
  const save = useMutation({
    mutationFn: () => read(api.PUT('/api/session/secret', { body: { present, secret, chosen } })),
    onSuccess: () => {
      setPresent('');
      setChosen('');
      setAgain('');
      void queries.invalidateQueries({ queryKey: ['session'] });
      onDone?.();
    },
  });
  const differ = again !== '' && again !== chosen;
  const digits = (of: Secret) =>
    of === 'PIN' ? { htmlInput: { inputMode: 'numeric' as const } } : undefined;
  const fault = save.error instanceof Problem ? save.error : null;
  const at = (...fields: string[]) =>
    fault?.field !== undefined && fields.includes(fault.field) ? fault.message : undefined;
  const ofChosen = at('chosen', 'pin', 'password');
  const ofPresent = at('present');
  return (
    <DoorForm
      title={t(first ? `secret.first.${secret}` : `secret.title.${secret}`)}
      word={t('secret.save')}
      busy={save.isPending}
      problem={ofChosen || ofPresent ? null : save.error}
      onSubmit={() => !differ && save.mutate()}
    >
      {first && <Box>{t('secret.firstHelp')}</Box>}
      <TextField
        label={t(`secret.present.${by}`)}
        type="password"
        required
        autoFocus
        autoComplete="current-password"
        value={present}
        onChange={(event) => setPresent(event.target.value)}
        slotProps={digits(by)}
        error={!!ofPresent}
        helperText={ofPresent}
      />
      <TextField
        label={t(`secret.chosen.${secret}`)}
        type="password"
        required
        autoComplete="new-password"
        value={chosen}
        onChange={(event) => setChosen(event.target.value)}
        slotProps={digits(secret)}
        error={!!ofChosen}
        helperText={ofChosen ?? t(`secret.help.${secret}`)}
      />
      <TextField
        label={t(`secret.again.${secret}`)}
        type="password"
        required
        autoComplete="new-password"
        value={again}
        onChange={(event) => setAgain(event.target.value)}
        slotProps={digits(secret)}
        error={differ}
        helperText={differ ? t('secret.differ') : undefined}
      />
      {save.isSuccess && !first && <Box role="status">{t('secret.done')}</Box>}
    </DoorForm>
  );
}

/** One's own password or PIN, changed when one likes. */
export function OwnSecret({ secret }: { secret: Secret }) {
  return (
    <Box sx={{ p: 3, overflow: 'auto' }}>
      <SecretForm key={secret} secret={secret} />
    </Box>
  );
}

/** A first or reset secret, which must be changed before anything else. */
export function FirstSecret({ secret }: { secret: Secret }) {
  const me = useMe();
  const signOut = useSignOut();
  return (
    <SignedOutPage demo={me.demo}>
      <SecretForm secret={secret} first />
      <Button onClick={() => signOut.mutate()} sx={{ minHeight: 48 }}>
        {t('signOut')}
      </Button>
    </SignedOutPage>
  );
}
