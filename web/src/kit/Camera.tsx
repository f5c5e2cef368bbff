import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { BarcodeDetector, prepareZXingModule } from 'barcode-detector/ponyfill';
import { useEffect, useRef, useState } from 'react';
import decoder from 'zxing-wasm/reader/zxing_reader.wasm?url';
import { t } from '../app/words';
import { ProblemNote } from './ProblemNote';

// The decoder comes with the application, not from elsewhere.
prepareZXingModule({ overrides: { locateFile: () => decoder } });

/** Scans with the device's camera until a code is read. */
export default function Camera({
  onScan,
  onClose,
}: {
  onScan: (text: string) => void;
  onClose: () => void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const [problem, setProblem] = useState<string>();
  const told = useRef(onScan);
  useEffect(() => {
    told.current = onScan;
  });
  useEffect(() => {
    let stream: MediaStream | undefined;
    let stopped = false;
    const detector = new BarcodeDetector();
    const look = async () => {
      if (stopped || !video.current) {
        return;
      }
      const found = video.current.readyState >= 2 ? await detector.detect(video.current) : [];
      if (found[0] && !stopped) {
        told.current(found[0].rawValue);
        return;
      }
      requestAnimationFrame(() => void look());
    };
    navigator.mediaDevices
      ?.getUserMedia({ video: { facingMode: 'environment' } })
      .then(async (opened) => {
        stream = opened;
        if (stopped || !video.current) {
          opened.getTracks().forEach((track) => track.stop());
          return;
        }
        video.current.srcObject = opened;
        await video.current.play();
        await look();
      })
      .catch(() => setProblem(t('camera.none')));
    if (!navigator.mediaDevices) {
      queueMicrotask(() => setProblem(t('camera.none')));
    }
    return () => {
      stopped = true;
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  return (
    <Dialog
      open
      fullScreen
      onClose={onClose}
      slotProps={{
        paper: {
          'aria-label': t('camera.title'),
          sx: { bgcolor: '#231F1A', display: 'grid', p: 2 },
        },
      }}
    >
      <ProblemNote problem={problem} />
      <video ref={video} muted playsInline style={{ width: '100%', maxHeight: '70vh' }} />
      <Button variant="contained" onClick={onClose} sx={{ minHeight: 56, alignSelf: 'end' }}>
        {t('close')}
      </Button>
    </Dialog>
  );
}
