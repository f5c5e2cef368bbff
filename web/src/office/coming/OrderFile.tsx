import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { Code } from '../../kit/Code';
import { FilePick } from '../../kit/FilePick';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave, type Tried } from '../../kit/useSave';

/** Orders from a file: tried first, and written only if every row is right. */
export function OrderFile({
  path,
  help,
  columns,
  old,
}: {
  path: '/api/inbound/file' | '/api/outbound/file';
  help: string;
  columns: string;
  old: string;
}) {
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const send = useSave(
    [],
    (command, { content, trial }: Tried) => post(path, { trial })(command, new Blob([content])),
    (result) => {
      if (result.written) {
        void queries.invalidateQueries({ queryKey: [old] });
      }
    },
  );
  const result = send.data;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
      <Box>{help}</Box>
      <Code>{columns}</Code>
      <FilePick
        label={t('inbound.pickFile')}
        accept={path === '/api/outbound/file' ? '.csv,.xlsx,.xml,text/csv' : '.csv,.xlsx,text/csv'}
        onPick={(chosen) => {
          setFile(chosen);
          send.mutate({ content: chosen, trial: true });
        }}
      />
      <ProblemNote problem={send.error} />
      {result && result.faults.length > 0 && (
        <Box role="alert">
          <Box sx={{ color: 'error.main', fontWeight: 700 }}>
            {t('inbound.faults', { count: result.faults.length })}
          </Box>
          {result.faults.map((fault, i) => (
            <Box key={i} sx={{ py: 0.25, borderTop: 1, borderColor: 'divider' }}>
              {t('inbound.row', { row: fault.row })}: {fault.sentence}
            </Box>
          ))}
        </Box>
      )}
      {result && result.faults.length === 0 && (
        <Box role="status">
          {t(result.written ? 'inbound.written' : 'inbound.tried', {
            count: result.orders.length,
            rows: result.rows,
          })}{' '}
          {result.written && <Code>{result.orders.join(', ')}</Code>}
        </Box>
      )}
      {file && result && !result.written && result.faults.length === 0 && (
        <Button
          variant="contained"
          loading={send.isPending}
          onClick={() => send.mutate({ content: file, trial: false })}
        >
          {t('inbound.write')}
        </Button>
      )}
    </Box>
  );
}
