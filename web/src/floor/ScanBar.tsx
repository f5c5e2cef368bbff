import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useEffect, useEffectEvent, useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { fonts } from '../app/theme';
import { useScanner } from '../kit/useScanner';
import { takeHeldScans } from './heldScans';

const Camera = lazy(() => import('../kit/Camera'));

/** Where scans come in: the hardware scanner from anywhere, the camera, or typed text. */
export function ScanBar({ onScan, hint }: { onScan: (text: string) => void; hint: string }) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState('');
  const [camera, setCamera] = useState(false);
  useScanner(onScan);
  const hear = useEffectEvent(onScan);
  useEffect(() => takeHeldScans().forEach((text) => hear(text)), []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onScan(typed);
    setTyped('');
  };
  return (
    <>
      <Box
        component="form"
        onSubmit={submit}
        sx={{ display: 'flex', gap: 1, p: 1.5, borderTop: 1, borderColor: 'divider' }}
      >
        <Box
          component="input"
          aria-label={hint}
          placeholder={hint}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          enterKeyHint="done"
          sx={{
            flex: 1,
            minWidth: 0,
            height: 52,
            px: 1.5,
            fontFamily: fonts.code,
            fontSize: 18,
            border: '1.5px solid',
            borderColor: 'text.primary',
            borderRadius: '3px',
            bgcolor: 'background.paper',
            color: 'text.primary',
            '&::placeholder': { color: 'text.secondary', opacity: 1, fontFamily: fonts.text },
          }}
        />
        <Button
          variant="outlined"
          onClick={() => setCamera(true)}
          sx={{ minHeight: 52, minWidth: 92, fontSize: 17 }}
        >
          {t('camera.open')}
        </Button>
      </Box>
      {camera && (
        <Suspense fallback={null}>
          <Camera
            onClose={() => setCamera(false)}
            onScan={(text) => {
              setCamera(false);
              onScan(text);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
