import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { FilePick } from '../../kit/FilePick';
import { Room } from '../../kit/Rail';
import { Part } from '../../kit/SidePanel';
import { CollectorDevice } from './CollectorDevice';
import { FileReport } from './FileReport';

/** The batch collector: the device itself, and the files that it hands back. */
export function CollectorPage() {
  return (
    <Room title={t('checking.collector')}>
      <Box sx={{ display: 'flex', gap: 5, flexWrap: 'wrap', pb: 3 }}>
        <CollectorDevice />
        <Box sx={{ flex: '1 1 380px', maxWidth: 620 }}>
          <ReadFile />
        </Box>
      </Box>
    </Room>
  );
}

/** Reads a file of a collector into a count. */
function ReadFile() {
  const [chosen, setChosen] = useState('');
  const [file, setFile] = useState<Blob | null>(null);
  const [turn, setTurn] = useState(0);
  const counts = useQuery(question('/api/counts', { filter: 'OPEN', limit: 100 }));
  const open = (counts.data?.rows ?? []).filter(
    (row) => row.state === 'PREPARED' || row.state === 'COUNTING',
  );
  const count = chosen || String(open[0]?.id ?? '');
  return (
    <Part title={t('collector.read')} rank="h2">
      <Box sx={{ mb: 1.5 }}>{t('collector.readHelp')}</Box>
      <Code>barcode, quantity, bin, lot, serial, time</Code>
      {counts.data && open.length === 0 ? (
        <Box sx={{ mt: 1.5 }}>{t('collector.noCount')}</Box>
      ) : (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 2, justifyItems: 'start' }}>
          <Choice
            label={t('collector.into')}
            value={count}
            onChange={setChosen}
            options={open.map(
              (row) => [String(row.id), `${row.number} · ${row.site} ${row.note}`] as const,
            )}
          />
          <FilePick
            label={t('inbound.pickFile')}
            accept=".csv,.xlsx,text/csv"
            onPick={(picked) => {
              setFile(picked);
              setTurn(turn + 1);
            }}
          />
        </Box>
      )}
      {file && count && <FileReport key={turn} count={Number(count)} file={file} />}
    </Part>
  );
}
