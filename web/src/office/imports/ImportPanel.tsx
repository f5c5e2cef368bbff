import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { get, post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { t } from '../../app/words';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { DocumentPanel, Glance } from '../../kit/DocumentPanel';
import { count, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Progress } from '../../kit/Progress';
import { Sheet } from '../../kit/Sheet';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { COUNTS } from '../checking/counts';
import { SheetHeadings } from './SheetHeadings';
import { nameOf, stateOf, working } from './importWords';

type Card = Schemas['ImportCard'];
type Fault = Schemas['ImportCellFault'];
type Change = Schemas['ImportChange'];

const POLLED = 700;

/** What an import changes makes all that is known of the house old. */
const IMPORTED = ['imports', 'items', 'sites', 'places', 'on-hand', 'suppliers', 'customers'];

/** An import: what was found in its file, what is to be asked, and what can be done. */
export function ImportPanel({ id, onClose }: { id: number; onClose: () => void }) {
  const card = useQuery({
    ...question('/api/imports/{id}', { id }),
    refetchInterval: ({ state }) => (state.data && working(state.data.row) ? POLLED : false),
  });
  const queries = useQueryClient();
  const going = card.data && working(card.data.row);
  const state = card.data?.row.state;
  // The list beside it sees how it has ended.
  useEffect(() => {
    if (going === false) {
      void queries.invalidateQueries({ queryKey: ['imports'], exact: false });
    }
  }, [going, queries]);
  const before = useRef(state);
  useEffect(() => {
    const wrote = before.current === 'IMPORTING' || before.current === 'UNDOING';
    before.current = state;
    if (wrote && going === false) {
      // Whatever table of the house is shown may be otherwise now.
      void queries.invalidateQueries({
        predicate: ({ queryKey }) => queryKey[0] !== 'session' && queryKey[0] !== 'imports',
      });
    }
  }, [state, going, queries]);
  return (
    <DocumentPanel
      of={card}
      width={760}
      title={(one) => nameOf(one.row)}
      over={(one) => stateOf(one.row)}
      onClose={onClose}
    >
      {(one) => <Whole card={one} />}
    </DocumentPanel>
  );
}

function Whole({ card }: { card: Card }) {
  const { row } = card;
  const going = working(row);
  return (
    <>
      <Glance of={[t('imports.askedBy', { name: row.askedBy }), instant(row.asked)]} />
      {row.failure && (
        <Box role="alert" sx={{ color: 'error.main', my: 1 }}>
          {row.failure}
        </Box>
      )}
      {going ? <Going card={card} /> : <Next card={card} />}
      {!going && <Questions card={card} />}
      {!row.many && (
        <Part title={t('imports.sheets')}>
          {card.sheets.map((sheet) => (
            <SheetHeadings key={sheet.position} card={card} sheet={sheet} />
          ))}
        </Part>
      )}
      {!going && row.faults > 0 && <Faults card={card} />}
      {!going && card.sheets.some((sheet) => sheet.fresh + sheet.changed > 0) && (
        <Changes card={card} />
      )}
    </>
  );
}

function Going({ card: { row } }: { card: Card }) {
  const cancel = useSave(IMPORTED, post('/api/imports/{id}/cancelling', { id: row.id }));
  const words = t('imports.progress', { done: count(row.done), total: count(row.total) });
  return (
    <Box role="status" sx={{ my: 1 }}>
      {t(`imports.going.${row.state as 'CHECKING'}`)} {row.total > 0 && words}
      <Progress label={words} done={row.done} all={row.total} />
      {row.state !== 'UNDOING' && (
        <Button
          variant="outlined"
          loading={cancel.isPending}
          onClick={() => cancel.mutate()}
          sx={{ mt: 1 }}
        >
          {t('imports.cancel')}
        </Button>
      )}
      <ProblemNote problem={cancel.error} />
    </Box>
  );
}

/** What can be done with it now. */
function Next({ card }: { card: Card }) {
  const id = card.row.id;
  const write = useSave(IMPORTED, post('/api/imports/{id}/writing', { id }));
  const undo = useSave(IMPORTED, post('/api/imports/{id}/undoing', { id }));
  const again = useSave(IMPORTED, put('/api/imports/{id}/reading', { id }));
  const leaveOut = useSave(IMPORTED, post('/api/imports/{id}/leaving-out', { id }));
  const { many } = card.row;
  // What was typed can be new, too.
  const changes = many && card.sheets.every((sheet) => sheet.fresh === 0);
  const rows = card.sheets.reduce((sum, sheet) => sum + sheet.fresh + sheet.changed, 0);
  return (
    <Box sx={{ my: 1, display: 'grid', gap: 1, justifyItems: 'start' }}>
      {card.row.state === 'CHECKED' && (
        <>
          <Box>{said(card, rows)}</Box>
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              variant="contained"
              disabled={!card.ready}
              loading={write.isPending}
              onClick={() => write.mutate()}
            >
              {rows > 0
                ? t(changes ? 'many.write' : 'imports.write', { count: rows, rows: count(rows) })
                : t('imports.writeNothing')}
            </Button>
            {card.row.faults > 0 && many && (
              <Button
                variant="outlined"
                loading={leaveOut.isPending}
                onClick={() => leaveOut.mutate()}
              >
                {t('many.leaveOut')}
              </Button>
            )}
            {card.row.faults > 0 && !many && (
              <Button component="a" href={`/api/imports/${id}/workbook`} variant="outlined">
                {t('imports.marked')}
              </Button>
            )}
          </Box>
        </>
      )}
      {card.row.state === 'IMPORTED' && (
        <>
          <Box>{t(changes ? 'many.done' : 'imports.done', { count: rows, rows: count(rows) })}</Box>
          <Button variant="outlined" loading={undo.isPending} onClick={() => undo.mutate()}>
            {t(many ? 'many.undo' : 'imports.undo')}
          </Button>
          {card.openedSites.length > 0 && <CountOpened codes={card.openedSites} />}
        </>
      )}
      {card.row.state === 'UNDONE' && (
        <Box>
          {card.staying > 0
            ? t('imports.staying', { count: card.staying })
            : t(many ? 'many.undone' : 'imports.undone')}
        </Box>
      )}
      {card.row.state === 'CANCELLED' && (
        <Button
          variant="outlined"
          loading={again.isPending}
          onClick={() => again.mutate({ numbers: null, days: null, sheets: [] })}
        >
          {t('imports.again')}
        </Button>
      )}
      <ProblemNote problem={write.error ?? undo.error ?? again.error ?? leaveOut.error} />
    </Box>
  );
}

/** What was said of the stock of a site is counted at once: a stock take of the whole of it. */
function CountOpened({ codes }: { codes: string[] }) {
  const sites = useSites().data ?? [];
  const navigate = useNavigate();
  const draw = useSave(COUNTS, post('/api/counts'), (count) =>
    navigate(`/office/checking/counts/${count.id}`),
  );
  return (
    <>
      <Box>{t('imports.countHelp')}</Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {sites
          .filter((site) => codes.includes(site.code))
          .map((site) => (
            <Button
              key={site.id}
              variant="outlined"
              loading={draw.isPending}
              onClick={() =>
                draw.mutate({
                  scope: { site: site.id },
                  method: 'STOCK_TAKE',
                  shape: 'BIN',
                  blind: true,
                })
              }
            >
              {t('imports.countIt', { site: site.name })}
            </Button>
          ))}
      </Box>
      <ProblemNote problem={draw.error} />
    </>
  );
}

function said(card: Card, rows: number): string {
  if (card.numberExample || card.dayExample) {
    return t('imports.toAsk');
  }
  if (card.sheets.length > 0 && card.sheets.every((sheet) => sheet.table === null)) {
    return t('imports.whichIsIt');
  }
  if (card.row.faults > 0 && card.row.many) {
    return t('many.faulty', { count: card.row.faults, faults: count(card.row.faults) });
  }
  if (card.row.faults > 0) {
    return t('imports.faulty', { count: card.row.faults, faults: count(card.row.faults) });
  }
  if (card.sheets.some((sheet) => sheet.missing.length > 0)) {
    return t('imports.missing');
  }
  return rows > 0 ? t('imports.ready') : t('imports.nothingNew');
}

const NUMBERS = ['POINT', 'COMMA'] as const;
const DAYS = ['DAY_FIRST', 'MONTH_FIRST'] as const;

/** What could be read in two ways, with both readings to choose from. */
function Questions({ card }: { card: Card }) {
  const read = useSave(IMPORTED, put('/api/imports/{id}/reading', { id: card.row.id }));
  const say = (what: Partial<Schemas['ImportReadingEntry']>) =>
    read.mutate({ numbers: null, days: null, sheets: [], ...what });
  return (
    <>
      {card.numberExample && (
        <Asked question={t('imports.whichNumber', { number: card.numberExample })}>
          {NUMBERS.map((one) => (
            <Button
              key={one}
              variant="outlined"
              loading={read.isPending}
              onClick={() => say({ numbers: one })}
            >
              {t(`imports.numbers.${one}`)}
            </Button>
          ))}
        </Asked>
      )}
      {card.dayExample && (
        <Asked question={t('imports.whichDay', { day: card.dayExample })}>
          {DAYS.map((one) => (
            <Button
              key={one}
              variant="outlined"
              loading={read.isPending}
              onClick={() => say({ days: one })}
            >
              {t(`imports.days.${one}`)}
            </Button>
          ))}
        </Asked>
      )}
      <ProblemNote problem={read.error} />
    </>
  );
}

function Asked({ question: asked, children }: { question: string; children: React.ReactNode }) {
  return (
    <Box role="group" aria-label={asked} sx={{ my: 1, p: 1.5, border: 1 }}>
      <Box sx={{ mb: 1, fontWeight: 700 }}>{asked}</Box>
      <Box sx={{ display: 'flex', gap: 1 }}>{children}</Box>
    </Box>
  );
}

function Faults({ card }: { card: Card }) {
  const of = columnsOf<Fault>();
  return (
    <Part title={t('imports.faults')}>
      <Box sx={{ height: Math.min(420, 60 + 34 * card.row.faults), display: 'flex' }}>
        <Sheet<Fault>
          name="import-faults"
          fetch={(page) => get('/api/imports/{id}/faults', { id: card.row.id, ...page })}
          dependsOn={[card.row.id, card.row.finished]}
          columns={[
            of.text('table', t('imports.table'), 90),
            of.count('line', t('imports.row'), 56),
            of.text('column', t('imports.column'), 90),
            of.shown('found', t('imports.found'), 110, (row) => <Code>{row.found}</Code>),
            of.shown('nearest', t('imports.nearest'), 110, (row) => <Code>{row.nearest}</Code>),
            of.text('expected', t('imports.expected'), 180, { grow: 1 }),
          ]}
          rowKey={(row) => `${row.table} ${row.line} ${row.column} ${row.expected}`}
          empty={t('imports.noFaults')}
        />
      </Box>
    </Part>
  );
}

function Changes({ card }: { card: Card }) {
  const [table, setTable] = useState('');
  const of = columnsOf<Change>();
  const changed = card.sheets.filter((sheet) => sheet.fresh + sheet.changed > 0);
  return (
    <Part title={t('imports.changes')}>
      <Box
        role="group"
        aria-label={t('imports.table')}
        sx={{ display: 'flex', gap: 0.5, mb: 1, flexWrap: 'wrap' }}
      >
        {(changed.length > 1 ? ['', ...changed.map((sheet) => sheet.table!)] : []).map((one) => (
          <Button
            key={one}
            size="small"
            variant={one === table ? 'contained' : 'outlined'}
            aria-pressed={one === table}
            onClick={() => setTable(one)}
          >
            {one || t('imports.allTables')}
          </Button>
        ))}
      </Box>
      <Box sx={{ height: 420, display: 'flex' }}>
        <Sheet<Change, { table?: string }>
          name="import-changes"
          question={table ? { table } : {}}
          fetch={(page) => get('/api/imports/{id}/changes', { id: card.row.id, ...page })}
          dependsOn={[card.row.id, card.row.finished]}
          memory={card.row.many ? 'import-changes-of-many' : undefined}
          columns={[
            ...(card.row.many
              ? []
              : [
                  of.text('table', t('imports.table'), 110),
                  of.count('line', t('imports.row'), 60),
                  of.choice('kind', t('imports.kind'), 90, (kind) => t(`imports.kinds.${kind}`)),
                ]),
            of.shown('what', t('imports.change'), 240, (row) => <Difference change={row} />, {
              grow: 1,
            }),
          ]}
          rowKey={(row) => `${row.table} ${row.line}`}
          empty={t('imports.nothingNew')}
        />
      </Box>
    </Part>
  );
}

/** What a row becomes: of one that is changed, only what changes of it. */
function Difference({ change: { before, after } }: { change: Change }) {
  if (!before) {
    return Object.values(after).join(' · ');
  }
  const columns = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return (
    <>
      <Code>{Object.values(before)[0]}</Code>{' '}
      {columns
        .filter((column) => before[column] !== after[column])
        .map((column) => (
          <Box component="span" key={column} sx={{ mr: 1.5 }}>
            {column}: <s>{before[column] ?? '–'}</s> → <b>{after[column] ?? '–'}</b>
          </Box>
        ))}
    </>
  );
}
