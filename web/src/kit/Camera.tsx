import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useEffect, useRef, useState } from 'react';
import { t } from '../app/words';
import { ProblemNote } from './ProblemNote';

/** What finds codes in a picture. */
interface Detector {
  detect: (picture: HTMLVideoElement) => Promise<{ rawValue: string }[]>;
}

/** The browser's own detector, where it has one that reads what labels bear; or else ours. */
async function detectorHere(): Promise<Detector> {
  const own = (window as { BarcodeDetector?: NativeDetector }).BarcodeDetector;
  if (own) {
    const reads = await own.getSupportedFormats().catch((): string[] => []);
    if (NEEDED.every((format) => reads.includes(format))) {
      return new own({ formats: NEEDED });
    }
  }
  const { ownDetector } = await import('./cameraDecoder');
  return ownDetector();
}

interface NativeDetector {
  new (options: { formats: readonly string[] }): Detector;
  getSupportedFormats: () => Promise<string[]>;
}

const NEEDED = ['code_128', 'data_matrix', 'ean_13', 'ean_8', 'itf', 'qr_code', 'upc_a'];

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
    const detecting = detectorHere();
    const look = async () => {
      if (stopped || !video.current) {
        return;
      }
      const detector = await detecting;
      if (!video.current) {
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
