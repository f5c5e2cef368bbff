import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { t } from './words';
import { question } from '../api/ask';
import { api, read } from '../api/client';
import { putAnswer } from '../api/putAnswer';
import { useScanner } from '../kit/useScanner';
import { DoorForm } from './DoorForm';
import { SignedOutPage } from './SignedOutPage';
import { changePerson } from './session';

/** Signing in: with a password anywhere, with badge and PIN on an enrolled device. */
export function SignIn({ problem }: { problem?: Error | null }) {
  const options = useQuery(question('/api/session/options'));
  const [way, setWay] = useState<'badge' | 'password' | 'enrol' | null>(null);
  const [badge, setBadge] = useState('');
  const device = options.data?.device;
  const now = way ?? (device ? 'badge' : 'password');
  useScanner((text) => {
    if (text && now !== 'enrol') {
      setWay('badge');
      setBadge(text);
    }
  });
  return (
    <SignedOutPage demo={options.data?.demo}>
      {options.data?.demo && <Box>{t('demo')}.</Box>}
      {device && now !== 'enrol' && (
        <Box sx={{ color: 'text.secondary' }}>{t('signIn.device', { name: device })}</Box>
      )}
      {now === 'enrol' ? (
        <Enrolment onDone={() => setWay('badge')} />
      ) : (
        <Secrets
          key={`${now} ${badge}`}
          byBadge={now === 'badge'}
          scanned={badge}
          problem={problem}
        />
      )}
      {now === 'badge' && !device && options.data && <Box>{t('signIn.notEnrolled')}</Box>}
      {now === 'password' && device && (
        <Button onClick={() => setWay('badge')} sx={{ minHeight: 48 }}>
          {t('signIn.useBadge')}
        </Button>
      )}
      {now !== 'password' && (
        <Button onClick={() => setWay('password')} sx={{ minHeight: 48 }}>
          {t(now === 'enrol' ? 'signIn.back' : 'signIn.usePassword')}
        </Button>
      )}
      {!device && options.data && now !== 'enrol' && (
        <Button onClick={() => setWay('enrol')} sx={{ minHeight: 48 }}>
          {t('signIn.enrol')}
        </Button>
      )}
    </SignedOutPage>
  );
}

function Secrets({
  byBadge,
  scanned,
  problem,
}: {
  byBadge: boolean;
  scanned: string;
  problem?: Error | null;
}) {
  const queries = useQueryClient();
  const [code, setCode] = useState(byBadge ? scanned : '');
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
  const submit = () => {
    if (code && secret) {
      signIn.mutate();
    } else {
      secretField.current?.focus();
    }
  };
  return (
    <DoorForm
      title={t(byBadge ? 'signIn.badgeTitle' : 'signIn.title')}
      word={t('signIn.go')}
      busy={signIn.isPending}
      problem={signIn.error ?? problem}
      onSubmit={submit}
    >
      <TextField
        label={byBadge ? t('signIn.badge') : t('signIn.code')}
        value={code}
        onChange={(event) => setCode(event.target.value)}
        autoComplete="username"
        autoFocus={!code}
        required
      />
      <TextField
        inputRef={secretField}
        label={byBadge ? t('signIn.pin') : t('signIn.password')}
        type="password"
        value={secret}
        onChange={(event) => setSecret(event.target.value)}
        autoComplete="current-password"
        autoFocus={!!code}
        slotProps={{ htmlInput: { inputMode: byBadge ? 'numeric' : undefined } }}
        required
      />
    </DoorForm>
  );
}

/** Makes this browser an enrolled device, by the code that a controller has read out. */
function Enrolment({ onDone }: { onDone: () => void }) {
  const queries = useQueryClient();
  const [code, setCode] = useState('');
  const enrol = useMutation({
    mutationFn: () => read(api.POST('/api/session/device', { body: { code } })),
    onSuccess: (options) => {
      putAnswer(queries, question('/api/session/options').queryKey, options);
      onDone();
    },
  });
  return (
    <DoorForm
      title={t('signIn.enrolTitle')}
      word={t('signIn.enrolGo')}
      busy={enrol.isPending}
      problem={enrol.error}
      onSubmit={() => enrol.mutate()}
    >
      <TextField
        label={t('signIn.enrolCode')}
        value={code}
        onChange={(event) => setCode(event.target.value)}
        autoComplete="off"
        autoFocus
        required
        slotProps={{ htmlInput: { autoCapitalize: 'none', spellCheck: false } }}
      />
    </DoorForm>
  );
}
