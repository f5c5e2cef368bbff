import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { FilePick } from '../../kit/FilePick';
import { count, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Sheet } from '../../kit/Sheet';
import { useSave, type Tried } from '../../kit/useSave';
import { RIGHTED } from './kinds';
import { plus } from '../../kit/sums';

type Line = Schemas['AdjustmentFileLine'];

/** Adjustments from a file: tried first, each line with what it would do; then the good ones. */
export function AdjustmentFile() {
  const [file, setFile] = useState<File | null>(null);
  const [faultsOnly, setFaultsOnly] = useState(false);
  const send = useSave(RIGHTED, (command, { content, trial }: Tried) =>
    post('/api/adjustments/files', { trial })(command, new Blob([content])),
  );
  const result = send.data;
  const of = columnsOf<Line>();
  const done = (result?.written.length ?? 0) > 0;
  const shown = (result?.lines ?? []).filter((line) => !faultsOnly || line.fault !== null);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
      <Box>{t('adjust.fileHelp')}</Box>
      <Code>item, bin, lot, expiry, serial, change, figure, reason, note, source</Code>
      <FilePick
        label={t('inbound.pickFile')}
        accept=".csv,.xlsx,text/csv"
        onPick={(chosen) => {
          setFile(chosen);
          send.mutate({ content: chosen, trial: true });
        }}
      />
      {send.isPending && <Box role="status">{t('loading')}</Box>}
      <ProblemNote problem={send.error} />
      {result && (
        <Box role="status" sx={{ fontSize: 18 }}>
          {done
            ? t('adjust.fileDone', {
                count: result.good,
                numbers: result.written.map((one) => one.number).join(', '),
              })
            : t('adjust.fileTried', {
                good: count(result.good),
                bad: count(result.bad),
                value: money(result.net),
              })}
          {result.written.some((one) => one.state === 'PROPOSED') && ` ${t('adjust.fileProposed')}`}
        </Box>
      )}
      {file && result && !done && result.good > 0 && (
        <Button
          variant="contained"
          loading={send.isPending}
          onClick={() => send.mutate({ content: file, trial: false })}
        >
          {t('adjust.filePost', { count: result.good })}
        </Button>
      )}
      {result && result.bad > 0 && (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button variant="outlined" onClick={() => setFaultsOnly(!faultsOnly)}>
            {t(faultsOnly ? 'adjust.fileAll' : 'adjust.fileFaults', { count: result.bad })}
          </Button>
          <Button component="a" download="bad-lines.csv" href={asCsv(result.lines)}>
            {t('adjust.fileBad')}
          </Button>
        </Box>
      )}
      {result && (
        <Box sx={{ height: 420, display: 'flex' }}>
          <Sheet<Line>
            name="adjustment-file"
            rows={{ data: shown }}
            columns={[
              of.count('row', t('adjust.row'), 48),
              of.code('item', t('item.code'), 98),
              of.code('place', t('bin'), 118),
              of.shown('effect', t('adjust.effect'), 220, (line) => <Effect line={line} />, {
                grow: 1,
                value: (line) => line.fault,
              }),
              of.money('value', t('adjust.value'), 80, {
                cell: (line) => (line.fault ? '' : money(line.value)),
              }),
            ]}
            rowKey={(line) => String(line.row)}
            empty={t('adjust.noMatch')}
          />
        </Box>
      )}
    </Box>
  );
}

/** What a line would do, or why it can't. */
function Effect({ line }: { line: Line }) {
  return line.fault ? (
    <Box component="span" title={line.fault} sx={{ color: 'error.main' }}>
      ✕ {line.fault}
    </Box>
  ) : (
    `${quantity(line.book)} → ${quantity(plus(line.book ?? '0', line.variance ?? '0'))}`
  );
}

function asCsv(lines: Line[]): string {
  const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
  const rows = lines
    .filter((line) => line.fault !== null)
    .map((line) =>
      [line.row, line.item, line.place, line.reason, line.fault]
        .map((cell) => quoted(String(cell)))
        .join(','),
    );
  return `data:text/csv;charset=utf-8,${encodeURIComponent(['row,item,bin,reason,fault', ...rows].join('\r\n'))}`;
}
