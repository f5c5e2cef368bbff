import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, type FormEvent } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { commandId, Problem } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { Tick } from '../../kit/Form';
import { count as grouped, instant, money, quantity as shown } from '../../kit/format';
import { Progress } from '../../kit/Progress';
import { ProblemNote } from '../../kit/ProblemNote';
import {
  bare,
  EMPTY,
  fetchItems,
  STRETCH_IN,
  toCsv,
  type Held,
  type Pending,
  type Scanned,
} from './collector';
import { collectorStore } from './collectorStore';
import { COUNTS } from './counts';
import { soFar } from '../../kit/numbers';
import { Views } from '../../kit/Views';
import { NumberField } from '../../kit/NumberField';

const BLANK = { barcode: '', quantity: '1', bin: '', lot: '', serial: '' };

type Store = ReturnType<typeof collectorStore>;

/** A terminal that has no network while it counts: look-up file in, count file out. */
export function CollectorDevice() {
  const [store] = useState(() => collectorStore());
  const [held, setHeld] = useState<Held | null>(null);
  const [fault, setFault] = useState<unknown>(null);
  const [view, setView] = useState<'count' | 'lines' | 'file'>('count');
  useEffect(() => {
    store.all().then(setHeld, setFault);
  }, [store]);
  /** Keeps a change, then shows it. */
  const change: Change = async (keep, next) => {
    try {
      await keep(store);
      setFault(null);
      setHeld((before) => next(before ?? EMPTY));
      return true;
    } catch (failed) {
      setFault(new Problem(0, 'not-kept', t('collector.notKept', { why: String(failed) }), {}));
      return false;
    }
  };
  const views = [
    ['count', t('collector.count')],
    ['lines', t('collector.lines', { count: held?.lines.length ?? 0 })],
    ['file', t('collector.files')],
  ] as const;
  return (
    <Box
      component="section"
      aria-label={t('collector.device')}
      sx={{
        width: 330,
        minHeight: 520,
        border: '12px solid',
        borderColor: 'text.primary',
        borderBottomWidth: 46,
        bgcolor: 'background.paper',
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Box sx={{ px: 1.5, pt: 0.5 }}>
        <Views label={t('collector.device')} of={views} value={view} onChange={setView} />
      </Box>
      <Box sx={{ p: 1.5, flex: 1, overflow: 'auto' }}>
        <ProblemNote problem={fault} />
        {held && view === 'count' && <Counting held={held} onChange={change} />}
        {held && view === 'lines' && <Lines held={held} onChange={change} />}
        {held && view === 'file' && <Files held={held} onChange={change} />}
      </Box>
    </Box>
  );
}

type Change = (
  keep: (store: Store) => Promise<void>,
  next: (held: Held) => Held,
) => Promise<boolean>;

interface Part {
  held: Held;
  onChange: Change;
}

/** The lines after some of them were changed. */
const withLines = (changed: readonly Scanned[]) => (held: Held) => ({
  ...held,
  lines: held.lines.map((line) => changed.find((other) => other.id === line.id) ?? line),
});

const withPending = (pending: Pending | null) => (held: Held) => ({ ...held, pending });

/** Hands some lines in; sent again they are the same command, and count once. */
const send = ({ command, count, csv }: Pending) =>
  post('/api/collector/counts/{count}/files', { count })(
    command,
    new Blob([csv], { type: 'text/csv' }),
  );

const withoutLines = (gone: readonly string[]) => (held: Held) => ({
  ...held,
  lines: held.lines.filter((line) => !gone.includes(line.id)),
});

/** Bin, barcode, how many: what is scanned stands below with its description and price. */
function Counting({ held, onChange }: Part) {
  const [entry, setEntry] = useState(BLANK);
  const [last, setLast] = useState<Scanned | null>(null);
  const item = held.items[bare(entry.barcode || (last?.barcode ?? ''))];
  const set = (name: keyof typeof BLANK) => ({
    value: entry[name],
    onChange: (event: { target: { value: string } }) =>
      setEntry({ ...entry, [name]: event.target.value }),
  });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const quantity = soFar(entry.quantity);
    if (!entry.barcode.trim() || quantity === undefined || quantity.startsWith('-')) {
      return;
    }
    const line: Scanned = {
      ...entry,
      barcode: entry.barcode.trim(),
      quantity,
      id: crypto.randomUUID(),
      time: new Date().toISOString(),
    };
    const kept = await onChange(
      (store) => store.putLines([line]),
      (before) => ({ ...before, lines: [line, ...before.lines] }),
    );
    if (kept) {
      setLast(line);
      setEntry({ ...BLANK, bin: entry.bin });
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => void submit(event)}
      sx={{ display: 'grid', gap: 1.25 }}
    >
      <TextField label={t('bin')} {...set('bin')} />
      <TextField label={t('collector.cell.barcode')} autoFocus {...set('barcode')} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <NumberField label={t('quantity')} {...set('quantity')} />
        <TextField label={t('lot')} {...set('lot')} />
      </Box>
      <TextField label={t('serial')} {...set('serial')} />
      <Button type="submit" variant="contained" sx={{ minHeight: 52, fontSize: 18 }}>
        {t('collector.enter')}
      </Button>
      <Box role="status" sx={{ minHeight: 84 }}>
        {item ? (
          <>
            <Box sx={{ fontSize: 19, fontWeight: 700 }}>{item.name}</Box>
            <Code>{item.item}</Code>
            {Number(item.factor) !== 1 && ` × ${item.factor}`}
            {item.price !== null && <Box>{t('collector.price', { price: money(item.price) })}</Box>}
            {item.onHand !== null && (
              <Box>
                {t('collector.shouldBe', {
                  quantity: Number(item.onHand) === 0 ? '0' : shown(item.onHand),
                })}
              </Box>
            )}
          </>
        ) : (
          (entry.barcode || last) && (
            <Box sx={{ color: 'error.main', fontWeight: 700 }}>{t('collector.unknown')}</Box>
          )
        )}
        {last && !entry.barcode && (
          <Box sx={{ mt: 0.5 }}>
            {t('collector.kept', { quantity: last.quantity, count: held.lines.length })}
          </Box>
        )}
      </Box>
      {!held.loaded && <Box sx={{ color: 'text.secondary' }}>{t('collector.notLoaded')}</Box>}
    </Box>
  );
}

/** What was counted, the latest first, to look through and change. */
function Lines({ held, onChange }: Part) {
  const set = (line: Scanned, quantity: string) => {
    const changed = [{ ...line, quantity, fault: undefined }];
    void onChange((store) => store.putLines(changed), withLines(changed));
  };
  return (
    <>
      {held.lines.map((line) => (
        <Box
          key={line.id}
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'center',
            py: 0.5,
            borderBottom: 1,
            borderColor: 'divider',
          }}
        >
          <Box sx={{ flex: 1, minWidth: 0, fontSize: 14 }}>
            <b>{held.items[bare(line.barcode)]?.name ?? <Code>{line.barcode}</Code>}</b>
            <Box sx={{ color: 'text.secondary' }}>
              {[line.bin, line.lot, line.serial].filter(Boolean).join(' · ')} {instant(line.time)}
            </Box>
            {line.fault && <Box sx={{ color: 'error.main' }}>{line.fault}</Box>}
          </Box>
          <LineAmount
            line={line}
            disabled={held.pending?.ids.includes(line.id) ?? false}
            onChange={(quantity) => set(line, quantity)}
          />
          <Button
            aria-label={t('collector.drop', { code: line.barcode })}
            disabled={held.pending?.ids.includes(line.id)}
            onClick={() =>
              void onChange((store) => store.removeLines([line.id]), withoutLines([line.id]))
            }
            sx={{ minWidth: 36 }}
          >
            ×
          </Button>
        </Box>
      ))}
      {held.lines.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('collector.noLines')}</Box>
      )}
    </>
  );
}

/** How many a line says; what is typed stands there at once, and is kept a moment later. */
function LineAmount({
  line,
  disabled,
  onChange,
}: {
  line: Scanned;
  disabled: boolean;
  onChange: (quantity: string) => void;
}) {
  const [text, setText] = useState(line.quantity);
  return (
    <TextField
      label={t('quantity')}
      value={text}
      disabled={disabled}
      onChange={(event) => {
        setText(event.target.value);
        onChange(event.target.value);
      }}
      sx={{ width: 70 }}
    />
  );
}

/** The look-up file in, the count file out. */
function Files({ held, onChange }: Part) {
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <FileIn held={held} onChange={onChange} />
      <FileOut held={held} onChange={onChange} />
    </Box>
  );
}

/** The counts that may be counted with it. */
function useOpenCounts() {
  const counts = useQuery(question('/api/counts', { filter: 'OPEN', limit: 100 }));
  return (counts.data?.rows ?? []).filter(
    (row) => row.state === 'PREPARED' || row.state === 'COUNTING',
  );
}

/** What it takes along: one department, several, or all; and for which count. */
function FileIn({ held, onChange }: Part) {
  const [chosen, setChosen] = useState<string[]>([]);
  const [count, setCount] = useState('');
  const [fetched, setFetched] = useState<number | null>(null);
  const [fault, setFault] = useState<unknown>(null);
  const departments = useQuery(question('/api/collector/departments'));
  const counts = useOpenCounts();
  const all = departments.data ?? [];
  const wanted = all.filter((one) => chosen.length === 0 || chosen.includes(one.name));
  const total = wanted.reduce((sum, one) => sum + one.codes, 0);
  const nameOf = (name: string) => name || t('collector.noDepartment');
  const fetchAll = async () => {
    setFault(null);
    setFetched(0);
    try {
      const items = await fetchItems(
        {
          departments: chosen.length > 0 ? chosen : null,
          count: count ? Number(count) : undefined,
        },
        setFetched,
      );
      const loaded = chosen.length > 0 ? chosen.map(nameOf).join(', ') : t('collector.all');
      await onChange(
        (store) => store.putItems(loaded, items),
        (before) => ({ ...before, items, loaded }),
      );
    } catch (problem) {
      setFault(problem);
    }
    setFetched(null);
  };
  return (
    <>
      <b>{t('collector.lookUp')}</b>
      <Box role="group" aria-label={t('collector.department')}>
        <Tick
          label={t('collector.all')}
          checked={chosen.length === 0}
          onChange={() => setChosen([])}
        />
        {all.map((one) => (
          <Tick
            key={one.name}
            label={`${nameOf(one.name)} (${grouped(one.codes)})`}
            checked={chosen.includes(one.name)}
            onChange={(ticked) =>
              setChosen(
                ticked ? [...chosen, one.name] : chosen.filter((other) => other !== one.name),
              )
            }
          />
        ))}
      </Box>
      <Choice
        label={t('collector.forCount')}
        value={count}
        onChange={setCount}
        options={[
          ['', t('collector.noCountChosen')],
          ...counts.map((row) => [String(row.id), `${row.number} · ${row.site}`] as const),
        ]}
      />
      {counts.find((row) => String(row.id) === count)?.blind && (
        <Box sx={{ color: 'text.secondary' }}>{t('collector.isBlind')}</Box>
      )}
      <Button variant="outlined" onClick={() => void fetchAll()} disabled={fetched !== null}>
        {t('collector.fetch')}
      </Button>
      {fetched !== null && (
        <Box>
          {t('collector.fetching', { fetched: grouped(fetched), total: grouped(total) })}
          <Progress label={t('collector.fetch')} done={fetched} all={total} />
        </Box>
      )}
      <ProblemNote problem={fault ?? departments.error} />
      {held.loaded && (
        <Box>
          {t('collector.loaded', {
            what: held.loaded,
            count: grouped(Object.keys(held.items).length),
          })}
        </Box>
      )}
    </>
  );
}

/** What it brings back: into a count at once, stretch by stretch, or as a file. */
function FileOut({ held, onChange }: Part) {
  const counts = useOpenCounts();
  const queries = useQueryClient();
  const [count, setCount] = useState('');
  const [done, setDone] = useState<{ of: number; in: number } | null>(null);
  const [told, setTold] = useState('');
  const [fault, setFault] = useState<unknown>(null);
  const [wiping, setWiping] = useState(false);
  const into = count || String(counts[0]?.id ?? '');
  const handBack = () => {
    const address = URL.createObjectURL(new Blob([toCsv(held.lines)], { type: 'text/csv' }));
    const link = document.createElement('a');
    link.href = address;
    link.download = 'counted.csv';
    link.click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
  };
  const handIn = async () => {
    setFault(null);
    setTold('');
    const waiting = [...held.lines].reverse();
    const outcome = { taken: 0, refused: 0 };
    let left = waiting;
    let pending = held.pending;
    try {
      while (pending !== null || left.length > 0) {
        setDone({ of: waiting.length, in: waiting.length - left.length });
        if (pending === null) {
          const stretch = left.slice(0, STRETCH_IN);
          pending = {
            command: commandId(),
            count: Number(into),
            csv: toCsv(stretch),
            ids: stretch.map((line) => line.id),
          };
          const sent = pending;
          if (!(await onChange((store) => store.putPending(sent), withPending(sent)))) {
            return;
          }
        }
        const sent = pending;
        const result = await send(sent);
        const faults = new Map(result.rows.map((row) => [row.row, row.sentence]));
        // The heading is the first row.
        const faulty = new Map(
          sent.ids.flatMap((id, i) =>
            faults.has(i + 2) ? [[id, faults.get(i + 2)] as const] : [],
          ),
        );
        const gone = sent.ids.filter((id) => !faulty.has(id));
        const back = waiting
          .filter((line) => faulty.has(line.id))
          .map((line) => ({ ...line, fault: faulty.get(line.id) ?? '' }));
        outcome.taken += gone.length;
        outcome.refused += back.length;
        left = left.filter((line) => !sent.ids.includes(line.id));
        pending = null;
        const settled = await onChange(
          (store) => store.settle(gone, back),
          (before) => withPending(null)(withoutLines(gone)(withLines(back)(before))),
        );
        if (!settled) {
          return;
        }
      }
      const { taken, refused } = outcome;
      setTold(
        refused > 0
          ? t('collector.someBack', { taken: grouped(taken), count: refused })
          : t('collector.handedIn', { count: taken }),
      );
    } catch (problem) {
      if (problem instanceof Problem && problem.status >= 400 && problem.status < 500) {
        // Nothing of it was taken: it may be changed, or go into another count.
        await onChange((store) => store.settle([], []), withPending(null));
      }
      setFault(problem);
    } finally {
      setDone(null);
      for (const key of COUNTS) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
    }
  };
  const lines = held.lines.length;
  return (
    <>
      <b>{t('collector.countFile')}</b>
      {counts.length > 0 && (
        <Choice
          label={t('collector.handInto')}
          value={into}
          onChange={setCount}
          options={counts.map((row) => [String(row.id), `${row.number} · ${row.site}`] as const)}
        />
      )}
      <Button
        variant="contained"
        disabled={lines === 0 || into === '' || done !== null}
        onClick={() => void handIn()}
      >
        {t('collector.handIn', { count: lines })}
      </Button>
      {done && (
        <Box>
          {t('collector.fetching', { fetched: grouped(done.in), total: grouped(done.of) })}
          <Progress label={t('collector.handingIn')} done={done.in} all={done.of} />
        </Box>
      )}
      <Box role="status">{told}</Box>
      {held.pending && !done && (
        <Box>{t('collector.pending', { count: held.pending.ids.length })}</Box>
      )}
      <ProblemNote problem={fault} />
      <Button variant="outlined" disabled={lines === 0} onClick={handBack}>
        {t('collector.handBack', { count: lines })}
      </Button>
      <Button
        disabled={lines === 0 || held.pending !== null}
        onClick={() => {
          if (wiping) {
            const ids = held.lines.map((line) => line.id);
            void onChange((store) => store.removeLines(ids), withoutLines(ids));
          }
          setWiping(!wiping);
        }}
      >
        {t(wiping ? 'collector.wipeIt' : 'collector.wipe', { count: lines })}
      </Button>
    </>
  );
}
