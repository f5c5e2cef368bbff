import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { t } from '../../app/words';
import { FilePick } from '../../kit/FilePick';
import { ProblemNote } from '../../kit/ProblemNote';

/** Reads a document that another system has made (XML). */
export function DocumentFile({
  help,
  send,
  children,
}: {
  help: string;
  send: { mutate: (file: Blob) => void; error: unknown };
  /** What can be done if it was refused. */
  children?: ReactNode;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Box>{help}</Box>
      <FilePick
        label={t('transfer.pickFile')}
        accept=".xml,application/xml,text/xml"
        onPick={(file) => send.mutate(new Blob([file], { type: 'application/xml' }))}
      />
      <ProblemNote problem={send.error} />
      {children}
    </Box>
  );
}
