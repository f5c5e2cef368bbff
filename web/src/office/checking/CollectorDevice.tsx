import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count as grouped, instant, money } from '../../kit/format';
import { Progress } from '../../kit/Progress';
import { ProblemNote } from '../../kit/ProblemNote';
import { bare, EMPTY, fetchItems, keep, load, toCsv, type Held, type Scanned } from './collector';
import { soFar } from '../../kit/numbers';
import { Views } from '../../kit/Views';
import { NumberField } from '../../kit/NumberField';

const BLANK = { barcode: '', quantity: '1', bin: '', lot: '', serial: '' };

/** A terminal that has no network while it counts: look-up file in, count file out. */
export function CollectorDevice() {
  const [held, setHeld] = useState<Held>(load);
  const [view, setView] = useState<'count' | 'lines' | 'file'>('count');
  const change = (next: Held) => {
    setHeld(next);
    keep(next);
  };
  const views = [
    ['count', t('collector.count')],
    ['lines', t('collector.lines', { count: held.lines.length })],
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
        {view === 'count' && <Counting held={held} onChange={change} />}
        {view === 'lines' && <Lines held={held} onChange={change} />}
        {view === 'file' && <Files held={held} onChange={change} />}
      </Box>
    </Box>
  );
}

interface Part {
  held: Held;
  onChange: (held: Held) => void;
}

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
  const submit = (event: FormEvent) => {
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
    onChange({ ...held, lines: [line, ...held.lines] });
    setLast(line);
    setEntry({ ...BLANK, bin: entry.bin });
  };
  return (
    <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.25 }}>
      <TextField label={t('bin')} {...set('bin')} />
      <TextField label={t('collector.cell.barcode')} autoFocus {...set('barcode')} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1 }}>
        <NumberField label={t('quantity')} {...set('quantity')} />
        <TextField label={t('lot')} {...set('lot')} />
        <TextField label={t('serial')} {...set('serial')} />
      </Box>
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
  const set = (id: string, quantity: string) =>
    onChange({
      ...held,
      lines: held.lines.map((line) => (line.id === id ? { ...line, quantity } : line)),
    });
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
          </Box>
          <TextField
            label={t('quantity')}
            value={line.quantity}
            onChange={(event) => set(line.id, event.target.value)}
            sx={{ width: 70 }}
          />
          <Button
            aria-label={t('collector.drop', { code: line.barcode })}
            onClick={() =>
              onChange({ ...held, lines: held.lines.filter((other) => other.id !== line.id) })
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

/** The look-up file in, the count file out. */
function Files({ held, onChange }: Part) {
  const [department, setDepartment] = useState('');
  const [fetched, setFetched] = useState<number | null>(null);
  const [fault, setFault] = useState<unknown>(null);
  const departments = useQuery(question('/api/collector/departments'));
  const all = departments.data ?? [];
  const total = department
    ? (all.find((one) => one.name === department)?.codes ?? 0)
    : all.reduce((sum, one) => sum + one.codes, 0);
  const fetchAll = async () => {
    setFault(null);
    setFetched(0);
    try {
      const items = await fetchItems(department || null, setFetched);
      onChange({ ...held, items, loaded: department || t('collector.all') });
    } catch (problem) {
      setFault(problem);
    }
    setFetched(null);
  };
  const handBack = () => {
    const address = URL.createObjectURL(new Blob([toCsv(held.lines)], { type: 'text/csv' }));
    const link = document.createElement('a');
    link.href = address;
    link.download = 'counted.csv';
    link.click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <b>{t('collector.lookUp')}</b>
      <Choice
        label={t('collector.department')}
        value={department}
        onChange={setDepartment}
        options={[
          ['', t('collector.all')],
          ...all
            .filter((one) => one.name)
            .map((one) => [one.name, `${one.name} (${grouped(one.codes)})`] as const),
        ]}
      />
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
      <b>{t('collector.countFile')}</b>
      <Button variant="contained" disabled={held.lines.length === 0} onClick={handBack}>
        {t('collector.handBack', { count: held.lines.length })}
      </Button>
      <Button
        disabled={held.lines.length === 0}
        onClick={() => onChange({ ...EMPTY, items: held.items, loaded: held.loaded })}
      >
        {t('collector.wipe')}
      </Button>
    </Box>
  );
}
