import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read } from '../api/client';
import { ProblemNote } from '../kit/ProblemNote';
import { useScanner } from '../kit/useScanner';
import { Brand } from './Brand';
import { changePerson } from './session';

/** Signing in: with name and password at a desk, with badge and PIN on a shared device. */
export function SignIn({ problem }: { problem?: Error | null }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [byBadge, setByBadge] = useState(() => window.innerWidth < 600);
  const [code, setCode] = useState('');
  const [secret, setSecret] = useState('');
  const secretField = useRef<HTMLInputElement>(null);
  const signIn = useMutation({
    mutationFn: () =>
      byBadge
        ? read(api.POST('/api/session/badge', { body: { badge: code, pin: secret } }))
        : read(api.POST('/api/session/password', { body: { code, password: secret } })),
    onSuccess: (me) => changePerson(queries, me),
    onError: () => {
      setSecret('');
      secretField.current?.focus();
    },
  });
  useScanner((text) => {
    if (text) {
      setByBadge(true);
      setCode(text);
      secretField.current?.focus();
    }
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (code && secret) {
      signIn.mutate();
    } else {
      secretField.current?.focus();
    }
  };
  return (
    <Box sx={{ minHeight: '100vh', display: 'grid', gridTemplateRows: 'auto 1fr' }}>
      <Box component="header" sx={{ bgcolor: (theme) => theme.house.kraft, px: 3, py: 1.5 }}>
        <Brand />
      </Box>
      <Box component="main" sx={{ display: 'grid', justifyItems: 'center', alignContent: 'start' }}>
        <Box
          component="form"
          onSubmit={submit}
          sx={{ width: '100%', maxWidth: 400, p: 3, mt: { xs: 0, sm: 6 }, display: 'grid', gap: 2 }}
        >
          <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
            {byBadge ? t('signIn.badgeTitle') : t('signIn.title')}
          </Box>
          <TextField
            label={byBadge ? t('signIn.badge') : t('signIn.code')}
            value={code}
            onChange={(event) => setCode(event.target.value)}
            autoComplete="username"
            autoFocus
            required
          />
          <TextField
            inputRef={secretField}
            label={byBadge ? t('signIn.pin') : t('signIn.password')}
            type="password"
            value={secret}
            onChange={(event) => setSecret(event.target.value)}
            autoComplete="current-password"
            slotProps={{ htmlInput: { inputMode: byBadge ? 'numeric' : undefined } }}
            required
          />
          <ProblemNote problem={signIn.error ?? problem} />
          <Button
            type="submit"
            variant="contained"
            loading={signIn.isPending}
            sx={{ minHeight: 56, fontSize: 18 }}
          >
            {t('signIn.go')}
          </Button>
          <Button onClick={() => setByBadge(!byBadge)} sx={{ minHeight: 48 }}>
            {byBadge ? t('signIn.usePassword') : t('signIn.useBadge')}
          </Button>
        </Box>
      </Box>
    </Box>
  );
}
