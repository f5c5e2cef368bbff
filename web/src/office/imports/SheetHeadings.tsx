import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';

type Card = Schemas['ImportCard'];
type FileSheet = Schemas['ImportSheet'];

/** A sheet of the file: which table it is, what its headings mean, and how many rows do what. */
export function SheetHeadings({ card, sheet }: { card: Card; sheet: FileSheet }) {
  const [open, setOpen] = useState(false);
  const unread = sheet.table === null || sheet.missing.length > 0;
  const leftOut = sheet.headings
    .filter((one) => one.heading !== '' && one.column === '')
    .map((one) => one.heading);
  const mayMatch = card.row.state === 'CHECKED' || card.row.state === 'CANCELLED';
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', py: 0.75 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="b" sx={{ minWidth: 140 }}>
          {sheet.sheet}
        </Box>
        {unread ? (
          <Box sx={{ color: 'error.main', flex: 1 }}>
            {sheet.table === null
              ? t('imports.noTable')
              : t('imports.missingColumns', { columns: sheet.missing.join(', ') })}
          </Box>
        ) : (
          <Box sx={{ flex: 1, display: 'flex', gap: 2 }}>
            <span>{t('imports.fresh', { rows: count(sheet.fresh) })}</span>
            <span>{t('imports.changed', { rows: count(sheet.changed) })}</span>
            <span>{t('imports.unchanged', { rows: count(sheet.unchanged) })}</span>
            {sheet.faulty > 0 && (
              <Box component="b" sx={{ color: 'error.main' }}>
                {t('imports.withFaults', { rows: count(sheet.faulty) })}
              </Box>
            )}
          </Box>
        )}
        {mayMatch && (
          <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
            {t(open ? 'imports.hideHeadings' : 'imports.headings')}
          </Button>
        )}
      </Box>
      {sheet.table !== null && leftOut.length > 0 && (
        <Box sx={{ color: 'text.secondary' }}>
          {t('imports.leftOut', { headings: leftOut.join(', ') })}
        </Box>
      )}
      {open && mayMatch && <Matching card={card} sheet={sheet} onDone={() => setOpen(false)} />}
    </Box>
  );
}

/** Says which table a sheet is, and which column each heading means. */
function Matching({ card, sheet, onDone }: { card: Card; sheet: FileSheet; onDone: () => void }) {
  const tables = useQuery(question('/api/tables'));
  const [table, setTable] = useState(sheet.table ?? '');
  const [columns, setColumns] = useState(sheet.headings.map((one) => one.column));
  const read = useSave(['imports'], put('/api/imports/{id}/reading', { id: card.row.id }), onDone);
  const known = tables.data?.find((one) => one.name === table)?.columns ?? [];
  const send = () =>
    read.mutate({
      numbers: null,
      days: null,
      sheets: [
        {
          position: sheet.position,
          table: table || null,
          headings: sheet.headings
            .map((one, i) => ({ heading: one.heading, column: table ? columns[i]! : '' }))
            .filter((one) => one.heading !== ''),
        },
      ],
    });
  return (
    <Box sx={{ display: 'grid', gap: 1.5, pt: 1, pb: 1.5 }}>
      <Choice
        label={t('imports.whichTable')}
        value={table}
        onChange={setTable}
        options={[
          ['', t('imports.leaveOut')],
          ...(tables.data ?? []).map((one) => [one.name, one.name] as const),
        ]}
      />
      {table !== '' &&
        sheet.headings.map((one, i) => (
          <Box
            key={i}
            sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, alignItems: 'center' }}
          >
            <Code>{one.heading}</Code>
            <Choice
              label={t('imports.means', { heading: one.heading })}
              value={columns[i]!}
              onChange={(next) => setColumns(columns.map((old, at) => (at === i ? next : old)))}
              options={[
                ['', t('imports.noColumn')],
                ...known.map(
                  (column) => [column.name, `${column.name}${column.needed ? ' *' : ''}`] as const,
                ),
              ]}
            />
          </Box>
        ))}
      <Box>
        <Button variant="contained" loading={read.isPending} onClick={send}>
          {t('imports.checkAgain')}
        </Button>
      </Box>
      <ProblemNote problem={read.error} />
    </Box>
  );
}
