import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { count as grouped, quantity } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';
import { COLUMNS, toCsv } from './collector';
import { COUNTS } from './counts';

type Row = Schemas['CollectorRow'];
type Cells = Record<(typeof COLUMNS)[number], string>;

const SHOWN = ['FAULTY', 'CHANGED', 'ALL'] as const;
const TRACKS = '44px 1.4fr 70px 1fr 90px 1fr 1.2fr';
/** So many rows are shown at once; the others follow page by page. */
const PAGE = 50;

const cellsOf = (row: Row): Cells =>
  Object.fromEntries(COLUMNS.map((name) => [name, row.cells[name] ?? ''])) as Cells;

/** What is sent: a file as it came, or its rows as they were changed here. */
interface Reading {
  content: Blob;
  trial: boolean;
  original?: string;
}

/**
 * What a file comes to: tried first, each row with how it is read; every row can be changed before it
 * is taken, and what could not be taken stays to be mended.
 */
export function FileReport({ count, file }: { count: number; file: Blob }) {
  const [rows, setRows] = useState<Row[]>([]);
  const [changed, setChanged] = useState<Record<number, Cells>>({});
  const [fresh, setFresh] = useState(true);
  const [taken, setTaken] = useState(0);
  const send = useSave(
    COUNTS,
    (command, { content, trial, original }: Reading) =>
      post('/api/collector/counts/{count}/files', { count, trial, original })(
        command,
        new Blob([content]),
      ),
    (result) => {
      setRows(result.rows);
      setChanged({});
      setFresh(!result.written && fresh);
      if (result.written) {
        setTaken((before) => before + result.taken);
      }
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
  const isChanged = Object.keys(changed).length > 0;
  const cells = (row: Row) => changed[row.row] ?? cellsOf(row);
  const written = () => new Blob([toCsv(rows.map(cells))], { type: 'text/csv' });
  const asItCame = fresh && !isChanged;
  const read = (trial: boolean) =>
    send.mutate({
      content: asItCame ? file : written(),
      trial,
      original: fresh ? result?.fingerprint : undefined,
    });
  const faulty = rows.filter((row) => row.sentence !== null).length;
  return (
    <Box sx={{ mt: 2 }}>
      <ProblemNote problem={send.error} />
      {result && (
        <Box role="status" sx={{ fontSize: 17 }}>
          {t(result.written ? 'collector.written' : 'collector.tried', {
            count: result.taken,
            taken: grouped(result.taken),
            rows: grouped(result.total),
          })}
        </Box>
      )}
      {result && faulty > 0 && (
        <Box role="alert" sx={{ color: 'error.main', fontWeight: 700 }}>
          {t('collector.faults', { count: faulty })}
        </Box>
      )}
      {result && rows.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1, my: 1 }}>
          {(result.taken > 0 || isChanged || result.written) && (
            <Button variant="contained" loading={send.isPending} onClick={() => read(false)}>
              {result.written
                ? t('collector.readAgain')
                : isChanged
                  ? t('collector.takeChanged')
                  : t('collector.take', { count: result.taken })}
            </Button>
          )}
          {isChanged && !result.written && (
            <Button variant="outlined" loading={send.isPending} onClick={() => read(true)}>
              {t('collector.tryChanged')}
            </Button>
          )}
        </Box>
      )}
      {rows.length > 0 && (
        <Rows
          rows={rows}
          cells={cells}
          changed={changed}
          onChange={(row, next) => setChanged((before) => ({ ...before, [row]: next }))}
        />
      )}
      {taken > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <Link to={`/office/checking/counts/${count}`}>{t('collector.toCount')}</Link>
        </Box>
      )}
    </Box>
  );
}

/** The rows of the file, each cell to be changed, with what each is read as. */
function Rows({
  rows,
  cells,
  changed,
  onChange,
}: {
  rows: readonly Row[];
  cells: (row: Row) => Cells;
  changed: Record<number, Cells>;
  onChange: (row: number, cells: Cells) => void;
}) {
  const anyFault = rows.some((row) => row.sentence !== null);
  const [only, setOnly] = useState<(typeof SHOWN)[number]>();
  const [page, setPage] = useState(0);
  const show = only ?? (anyFault ? 'FAULTY' : 'ALL');
  const meant = rows.filter((row) =>
    show === 'FAULTY' ? row.sentence !== null : show === 'CHANGED' ? changed[row.row] : true,
  );
  const pages = Math.max(1, Math.ceil(meant.length / PAGE));
  const at = Math.min(page, pages - 1);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1 }}>
        <Choice
          label={t('collector.rows')}
          value={show}
          onChange={(next) => {
            setOnly(next);
            setPage(0);
          }}
          options={optionsOf(SHOWN, (one) => t(`collector.show.${one}`))}
        />
        {pages > 1 && (
          <>
            <Button disabled={at === 0} onClick={() => setPage(at - 1)}>
              {t('collector.earlier')}
            </Button>
            <span>{t('collector.page', { page: at + 1, pages })}</span>
            <Button disabled={at === pages - 1} onClick={() => setPage(at + 1)}>
              {t('collector.later')}
            </Button>
          </>
        )}
      </Box>
      <GridRow head tracks={TRACKS}>
        <span>{t('collector.row')}</span>
        {COLUMNS.map((name) => (
          <span key={name}>{t(`collector.cell.${name}`)}</span>
        ))}
      </GridRow>
      {meant.slice(at * PAGE, (at + 1) * PAGE).map((row) => (
        <Box key={row.row} sx={{ borderBottom: 1, borderColor: 'divider', py: 0.25 }}>
          <Box sx={{ display: 'grid', gridTemplateColumns: TRACKS, gap: 0.5 }}>
            <Box sx={{ fontWeight: changed[row.row] ? 700 : undefined }}>{row.row}</Box>
            {COLUMNS.map((name) => (
              <Box
                key={name}
                component="input"
                aria-label={t('collector.cellOf', {
                  cell: t(`collector.cell.${name}`),
                  row: row.row,
                })}
                value={cells(row)[name]}
                onChange={(event: { target: { value: string } }) =>
                  onChange(row.row, { ...cells(row), [name]: event.target.value })
                }
                sx={{ font: 'inherit', fontSize: 14, minWidth: 0, width: '100%', p: 0.5 }}
              />
            ))}
          </Box>
          {changed[row.row] ? (
            <Box sx={{ fontSize: 14 }}>{t('collector.isChanged')}</Box>
          ) : row.sentence !== null ? (
            <Box sx={{ fontSize: 14, color: 'error.main' }}>{row.sentence}</Box>
          ) : (
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
              {row.item} · {row.quantity !== null && quantity(row.quantity)}
            </Box>
          )}
        </Box>
      ))}
      {meant.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('collector.noRows')}</Box>}
    </>
  );
}
