import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { count as grouped } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave, type Tried } from '../../kit/useSave';
import { toCsv } from './collector';
import { COUNTS } from './counts';

type Cells = Record<string, string>;

const CELLS = ['barcode', 'quantity', 'bin', 'lot', 'serial', 'time'] as const;

/** What a file comes to: tried first, then read; rows that can't be read are mended here. */
export function FileReport({ count, file }: { count: number; file: Blob }) {
  const [mended, setMended] = useState<Record<number, Cells>>({});
  const [taken, setTaken] = useState(0);
  const send = useSave(
    COUNTS,
    (command, { content, trial }: Tried) =>
      post('/api/collector/counts/{count}/files', { count, trial })(command, new Blob([content])),
    (result) => {
      if (result.written) {
        setTaken((before) => before + result.taken);
      }
      setMended(Object.fromEntries(result.faults.map((fault) => [fault.row, { ...fault.cells }])));
    },
  );
  const tried = useRef(false);
  const { mutate } = send;
  useEffect(() => {
    if (!tried.current) {
      tried.current = true;
      mutate({ content: file, trial: true });
    }
  }, [file, mutate]);
  const result = send.data;
  const csv = () =>
    new Blob(
      [
        toCsv(
          Object.values(mended).map((cells) => ({
            barcode: cells.barcode ?? '',
            quantity: cells.quantity ?? '',
            bin: cells.bin ?? '',
            lot: cells.lot ?? '',
            serial: cells.serial ?? '',
            time: cells.time ?? '',
          })),
        ),
      ],
      { type: 'text/csv' },
    );
  return (
    <Box sx={{ mt: 2 }}>
      <ProblemNote problem={send.error} />
      {result && (
        <Box role="status" sx={{ fontSize: 17 }}>
          {t(result.written ? 'collector.written' : 'collector.tried', {
            count: result.taken,
            taken: grouped(result.taken),
            rows: grouped(result.rows),
          })}
        </Box>
      )}
      {result && !result.written && result.taken > 0 && (
        <Button
          variant="contained"
          loading={send.isPending}
          onClick={() => send.mutate({ content: file, trial: false })}
          sx={{ mt: 1 }}
        >
          {t('collector.take', { count: result.taken })}
        </Button>
      )}
      {result && result.faults.length > 0 && (
        <Box role="alert" sx={{ mt: 2 }}>
          <Box sx={{ color: 'error.main', fontWeight: 700 }}>
            {t('collector.faults', { count: result.faults.length })}
          </Box>
          {result.faults.map((fault) => (
            <Box key={fault.row} sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
              <Box sx={{ mb: 1 }}>
                {t('inbound.row', { row: fault.row })}: {fault.sentence}
              </Box>
              {result.written && (
                <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(6, 1fr)', gap: 0.5 }}>
                  {CELLS.map((cell) => (
                    <TextField
                      key={cell}
                      label={t(`collector.cell.${cell}`)}
                      value={mended[fault.row]?.[cell] ?? ''}
                      onChange={(event) =>
                        setMended((before) => ({
                          ...before,
                          [fault.row]: { ...before[fault.row], [cell]: event.target.value },
                        }))
                      }
                    />
                  ))}
                </Box>
              )}
            </Box>
          ))}
          {result.written && (
            <Button
              variant="contained"
              loading={send.isPending}
              onClick={() => send.mutate({ content: csv(), trial: false })}
            >
              {t('collector.readAgain')}
            </Button>
          )}
        </Box>
      )}
      {taken > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <Link to={`/office/checking/counts/${count}`}>{t('collector.toCount')}</Link>
        </Box>
      )}
    </Box>
  );
}
