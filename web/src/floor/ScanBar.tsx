import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useEffect, useEffectEvent, useId, useState, type FormEvent } from 'react';
import { t } from '../app/words';
import { fonts } from '../app/theme';
import { useScanner } from '../kit/useScanner';
import { Readings } from '../kit/Readings';
import { takeHeldScans } from './heldScans';
import { useNumbersInScans } from './useNumbersInScans';

const Camera = lazy(() => import('../kit/Camera'));
const FindItem = lazy(() => import('./FindItem'));

/** Where scans come in: the hardware scanner from anywhere, the camera, or typed text. */
export function ScanBar({
  onScan,
  onFind,
  hint,
  site,
}: {
  onScan: (text: string) => void;
  /** What is done with an item that was found without its code; nothing where none is meant. */
  onFind?: (item: number) => void;
  hint: string;
  /** Where codes are known, so that a number that is one of them is told from a figure. */
  site: number;
}) {
  const [typed, setTyped] = useState('');
  const [camera, setCamera] = useState(false);
  const [finding, setFinding] = useState(false);
  const id = useId();
  const numbers = useNumbersInScans(site, onScan);
  useScanner(numbers.hear);
  const hear = useEffectEvent(numbers.hear);
  useEffect(() => takeHeldScans().forEach((text) => hear(text)), []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    numbers.hear(typed);
    setTyped('');
  };
  return (
    <>
      {numbers.asking && (
        <Box sx={{ px: 1.5, pt: 1, borderTop: 1, borderColor: 'divider' }}>
          <Readings large {...numbers.asking} onChoose={numbers.choose} />
          <Button fullWidth onClick={() => numbers.choose(null)} sx={{ minHeight: 48 }}>
            {t('number.neither')}
          </Button>
        </Box>
      )}
      <Box
        component="form"
        onSubmit={submit}
        sx={{
          display: 'grid',
          gridTemplateColumns: onFind ? '1fr auto auto' : '1fr auto',
          columnGap: 1,
          px: 1.5,
          pt: 0.75,
          pb: 1.5,
          borderTop: 1,
          borderColor: 'divider',
        }}
      >
        <Box
          component="label"
          htmlFor={id}
          sx={{ gridColumn: '1 / -1', color: 'text.secondary', fontSize: 16, pb: 0.25 }}
        >
          {hint}
        </Box>
        <Box
          component="input"
          id={id}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          enterKeyHint="done"
          sx={{
            width: '100%',
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
          }}
        />
        {onFind && (
          <Button
            variant="outlined"
            onClick={() => setFinding(true)}
            sx={{ minHeight: 52, minWidth: 64, fontSize: 17 }}
          >
            {t('floor.find')}
          </Button>
        )}
        <Button
          variant="outlined"
          onClick={() => setCamera(true)}
          sx={{ minHeight: 52, minWidth: 76, fontSize: 17 }}
        >
          {t('camera.open')}
        </Button>
      </Box>
      {finding && onFind && (
        <Suspense fallback={null}>
          <FindItem
            site={site}
            onClose={() => setFinding(false)}
            onFind={(item) => {
              setFinding(false);
              onFind(item);
            }}
          />
        </Suspense>
      )}
      {camera && (
        <Suspense fallback={null}>
          <Camera
            onClose={() => setCamera(false)}
            onScan={(text) => {
              setCamera(false);
              numbers.hear(text);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
