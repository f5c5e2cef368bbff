import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { Drop } from '../../kit/Drop';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';
import { fetchPdf } from './fetchPdf';

type Entry = Schemas['LabelEntry'];

const SYMBOLS = ['QR', 'BARS', 'DATAMATRIX'] as const;
const SIZES = { '60x30': [60, 30], '80x50': [80, 50], '100x150': [100, 150] } as const;
type Size = keyof typeof SIZES;

/** Labels for what is on the screen: printed on the label printer, or as a sheet to print. */
export function LabelButton({
  of,
  ids,
  area,
  word,
}: {
  of: Entry['of'];
  ids: number[];
  area?: number;
  word: string;
}) {
  return (
    <Drop label={word} variant="outlined">
      {(close) => <LabelChoice of={of} ids={ids} area={area} onDone={close} />}
    </Drop>
  );
}

export function LabelChoice({
  of,
  ids,
  area,
  onDone,
}: {
  of: Entry['of'];
  ids: number[];
  area?: number;
  onDone?: () => void;
}) {
  const [symbol, setSymbol] = useState<(typeof SYMBOLS)[number]>('QR');
  const [size, setSize] = useState<Size>('80x50');
  const [copies, setCopies] = useState('1');
  const [printer, setPrinter] = useState('');
  const printers = (useQuery(question('/api/printers')).data ?? []).filter(
    (one) => one.active && one.labels,
  );
  const entry = (paper: Entry['paper']): Entry => ({
    of,
    ids,
    area,
    symbol,
    paper,
    copies: Math.max(1, Number(copies) || 1),
    startAt: 0,
    widthMm: SIZES[size][0],
    heightMm: SIZES[size][1],
    printer: printer === '' ? null : Number(printer),
  });
  const print = useSave(['print-jobs'], post('/api/labels/printing'));
  const sheet = useMutation({
    mutationFn: () => fetchPdf(entry('A4')),
    onSuccess: () => onDone?.(),
  });
  return (
    <Box sx={{ display: 'grid', gap: 1.5, width: 260 }}>
      <Choice
        label={t('labels.symbol')}
        value={symbol}
        onChange={setSymbol}
        options={optionsOf(SYMBOLS, (one) => t(`labels.symbols.${one}`))}
      />
      <Choice
        label={t('labels.size')}
        value={size}
        onChange={setSize}
        options={(Object.keys(SIZES) as Size[]).map(
          (one) => [one, `${one.replace('x', ' × ')} mm`] as const,
        )}
      />
      <Choice
        label={t('labels.copies')}
        value={copies}
        onChange={setCopies}
        options={['1', '2', '3', '5', '10', '24'].map((one) => [one, one] as const)}
      />
      {printers.length > 1 && (
        <Choice
          label={t('printing.printer')}
          value={printer}
          onChange={setPrinter}
          options={[['', t('printing.usual')], ...optionsById(printers)]}
        />
      )}
      <Button
        variant="contained"
        loading={print.isPending}
        onClick={() => print.mutate(entry('SINGLE'))}
      >
        {t('labels.print')}
      </Button>
      <Button variant="outlined" loading={sheet.isPending} onClick={() => sheet.mutate()}>
        {t('labels.sheet')}
      </Button>
      <ProblemNote problem={print.error ?? sheet.error} />
      {print.data && (
        <Box role="status" sx={{ color: 'success.main' }}>
          {t('labels.printed', { count: print.data.labels, printer: print.data.printer })}
        </Box>
      )}
    </Box>
  );
}
