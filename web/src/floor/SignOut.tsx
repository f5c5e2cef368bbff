import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../app/words';
import { useSignOut } from '../app/session';
import { useOutbox } from './OutboxContext';

/** Signs out; while scans of this person wait to be sent, it asks first. */
export function SignOut() {
  const signOut = useSignOut();
  const { waiting } = useOutbox().state;
  const [asking, setAsking] = useState(false);
  if (!asking) {
    return (
      <Button onClick={() => (waiting.length > 0 ? setAsking(true) : signOut.mutate())}>
        {t('signOut')}
      </Button>
    );
  }
  return (
    <Box role="alert" sx={{ p: 1.5, fontSize: 17, maxWidth: 300 }}>
      {t('outbox.ask', { count: waiting.length })}
      <Button variant="contained" fullWidth onClick={() => signOut.mutate()}>
        {t('outbox.signOutAnyway')}
      </Button>
      <Button fullWidth onClick={() => setAsking(false)}>
        {t('back')}
      </Button>
    </Box>
  );
}
