import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMe, useSites } from '../../app/session';
import { everyPosition } from '../../kit/everyPosition';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { DateField } from '../../kit/DateField';
import { Amount } from '../../kit/Amount';
import { Choice, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { FilePick } from '../../kit/FilePick';
import { filledIn, KindFields, type Filled } from '../../kit/KindFields';
import { pictureOf } from '../../kit/pictureOf';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import {
  PURPOSES,
  RIGHTED,
  isOffered,
  useKinds,
  waysOf,
  type Kind,
  type Purpose,
  type Way,
} from './kinds';
import { decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { LineEditor, written } from '../../kit/LineEditor';
import { DocumentField } from '../../kit/DocumentField';
import { PartyField } from '../../kit/PartyField';
import { BinField } from '../../kit/BinField';
import { ItemField } from '../../kit/ItemField';
import { LotField } from '../../kit/LotField';

type Entry = Schemas['AdjustmentEntry'];
type Written = Schemas['AdjustmentWritten'];

interface Line {
  item: string;
  place: string;
  lot: string;
  serial: string;
  quantity: string;
  /** What lies there, where the line is about a position that was looked up. */
  known?: Schemas['OnHandRow'];
}

const EMPTY: Line = { item: '', place: '', lot: '', serial: '', quantity: '' };

/** A document has no more lines. */
const MOST_LINES = 1000;

/** The positions of rows on hand: without a figure yet, or all of each. */
function knownLines(
  rows: Schemas['OnHandRow'][],
  sites: { name: string; code: string }[],
  whole: boolean,
): Line[] {
  const code = new Map(sites.map((site) => [site.name, site.code]));
  return rows
    .filter((row) => row.place && row.site)
    .map((row) => ({
      item: row.item ?? '',
      place: `${code.get(row.site ?? '')}.${row.place}`,
      lot: row.lot ?? '',
      serial: row.serial ?? '',
      quantity: (whole && row.onHand) || '',
      known: row,
    }));
}

/**
 * Something that puts the book right, as it is written down: from positions, or line by line. Of an
 * area it begins with all that lies there.
 */
export function AdjustmentForm({
  item,
  place,
  area,
  purpose,
  onDone,
}: {
  item?: number;
  place?: number;
  area?: number;
  purpose: Purpose;
  onDone: (saved: Written) => void;
}) {
  const kinds = useKinds();
  const sites = useSites();
  const me = useMe();
  const known = item !== undefined || place !== undefined || area !== undefined;
  const lies = useQuery({
    queryKey: ['on-hand', 'every position', { item, place, area }],
    queryFn: () => everyPosition({ item, place, area }, MOST_LINES),
    enabled: known,
    staleTime: 0,
  });
  if (!kinds.data || !sites.data || (known && !lies.data)) {
    return <ProblemNote problem={lies.error} />;
  }
  const lines = knownLines(lies.data?.rows ?? [], sites.data, area !== undefined);
  if (area !== undefined && lines.length === 0) {
    return <Box sx={{ py: 2 }}>{t('adjust.nothingInArea')}</Box>;
  }
  const more = (lies.data?.total ?? 0) - (lies.data?.rows.length ?? 0);
  return (
    <>
      {more > 0 && (
        <Box role="status" sx={{ py: 1 }}>
          {t('adjust.moreInArea', { count: more })}
        </Box>
      )}
      <Sheet
        kinds={kinds.data.filter(
          (kind) =>
            kind.active &&
            !(kind.purpose === 'LOAN' && kind.direction === 'IN') &&
            isOffered(kind, me.role, sites.data),
        )}
        purpose={purpose}
        sites={sites.data}
        start={lines.length > 0 ? lines : [EMPTY]}
        collecting={area !== undefined}
        onDone={onDone}
      />
    </>
  );
}

function Sheet({
  kinds,
  sites,
  purpose,
  start,
  collecting,
  onDone,
}: {
  sites: Schemas['SiteCard'][];
  kinds: Kind[];
  purpose: Purpose;
  start: Line[];
  /** Whether all that lies somewhere is meant, so that nothing else is looked for. */
  collecting: boolean;
  onDone: (saved: Written) => void;
}) {
  const save = useSave<Entry, Written>(RIGHTED, post('/api/adjustments'), onDone);
  const meant = kinds.filter((kind) => kind.purpose === purpose);
  // Whoever looks at positions knows what should stand there.
  const first =
    meant.find((kind) => start[0].known && kind.direction === 'EITHER') ?? meant[0] ?? kinds[0];
  const form = useForm(
    { note: '', source: '', party: '', due: '', replacing: false, lines: start },
    save.error,
  );
  const customers = useQuery(question('/api/customers'));
  const people = useQuery(question('/api/people/names'));
  const parties = [...(people.data ?? []), ...(customers.data ?? [])].map(({ name }) => ({ name }));
  const [kindId, setKindId] = useState(first.id);
  const kind = kinds.find((one) => one.id === kindId) ?? first;
  const ways = waysOf(kind);
  const [chosenWay, setWay] = useState<Way>(ways[0]);
  const way = ways.includes(chosenWay) ? chosenWay : ways[0];
  const takesLoads = way === 'OUT' && !collecting;
  const [reasons, setReasons] = useState<number[]>([]);
  const [filled, setFilled] = useState<Filled>({});
  const [picture, setPicture] = useState<Entry['picture']>();
  const load = useWholeLoad((rows) =>
    form.set({
      lines: [
        ...written(form.now().lines, EMPTY).filter((line) => line.known?.load !== rows[0].load),
        ...knownLines(rows, sites, true),
      ],
    }),
  );
  // Of positions that were looked up, those without a figure are not meant.
  const meantLines = written(form.entry.lines, EMPTY).filter(
    (line) => !line.known || line.quantity.trim(),
  );
  return (
    <Form
      save={save}
      may="MOVE"
      word={
        meantLines.length > 0
          ? t(`adjust.go.${way}`, { count: meantLines.length })
          : t(`adjust.way.${way}`)
      }
      lacks={meantLines.length === 0 && !(takesLoads && load.code.trim()) && t('adjust.lacks')}
      onSubmit={() => {
        // A number that still stands there is meant: nothing is posted without what is on it.
        if (takesLoads && load.find()) {
          return;
        }
        save.mutate({
          kind: kind.id,
          way,
          reasons: kind.purpose === 'SCRAP' ? reasons : undefined,
          ...form.entry,
          due: form.entry.due || undefined,
          fields: filledIn(kind, filled),
          picture,
          lines: meantLines.map((line) => ({
            item: line.item.trim(),
            place: line.place.trim(),
            lot: line.lot.trim() || undefined,
            serial: line.serial.trim() || undefined,
            load: line.known?.load ?? undefined,
            condition: line.known?.condition ?? undefined,
            quantity: decimal(line.quantity),
          })),
        });
      }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.5fr 1fr', gap: 1.5 }}>
        <TextField
          select
          label={t('adjust.why')}
          value={String(kind.id)}
          onChange={(event) => {
            setKindId(Number(event.target.value));
            setFilled({});
          }}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          {PURPOSES.map((one) => (
            <optgroup key={one} label={t(`kinds.purpose.${one}`)}>
              {kinds
                .filter((each) => each.purpose === one)
                .map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
            </optgroup>
          ))}
        </TextField>
        <Choice
          label={t('adjust.wayTitle')}
          value={way}
          onChange={setWay}
          options={optionsOf(ways, (one) => t(`adjust.way.${one}`))}
        />
      </Box>
      {takesLoads && <WholeLoad {...load} />}
      <LineEditor
        title={t(`adjust.linesOf.${way}`)}
        {...form.lines('lines')}
        empty={EMPTY}
        tracks="1.2fr 1.1fr 0.9fr 0.9fr 0.85fr"
        add={t('inbound.addLine')}
      >
        {(line) =>
          line.entry.known ? (
            <KnownLine
              line={line.entry}
              row={line.entry.known}
              way={way}
              onChange={(quantity) => line.set({ quantity })}
            />
          ) : (
            <>
              <ItemField label={t('item.item')} {...line.chosen('item')} />
              <BinField label={t('bin')} item={line.entry.item} {...line.chosen('place')} />
              <LotField of="lot" label={t('lot')} item={line.entry.item} {...line.chosen('lot')} />
              <LotField
                of="serial"
                label={t('adjust.serial')}
                item={line.entry.item}
                {...line.chosen('serial')}
              />
              <NumberField label={t(`adjust.figure.${way}`)} {...line.text('quantity')} />
            </>
          )
        }
      </LineEditor>
      {kind.purpose === 'SCRAP' && (
        <Part title={t('adjust.moreReasons')}>
          {kinds
            .filter((one) => one.purpose === 'SCRAP' && one.id !== kind.id)
            .map((one) => (
              <Tick
                key={one.id}
                label={one.name}
                checked={reasons.includes(one.id)}
                onChange={(yes) =>
                  setReasons(
                    yes ? [...reasons, one.id] : reasons.filter((other) => other !== one.id),
                  )
                }
              />
            ))}
          <Box sx={{ mt: 1 }}>
            <Tick label={t('adjust.replace')} {...form.tick('replacing')} />
          </Box>
        </Part>
      )}
      {kind.comesBack && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1.5fr 1fr', gap: 1.5 }}>
          <PartyField
            label={t(kind.purpose === 'LOAN' ? 'loan.party' : 'loan.user')}
            open
            parties={parties}
            {...form.chosen('party')}
          />
          <DateField label={t('loan.due')} {...form.text('due')} />
        </Box>
      )}
      <KindFields kind={kind} filled={filled} onFill={setFilled} problem={save.error} />
      <TextField
        label={kind.noteNeeded ? t('adjust.noteNeeded') : t('transfer.note')}
        multiline
        {...form.text('note')}
      />
      <DocumentField label={t('adjust.source')} {...form.chosen('source')} />
      <FilePick
        label={t('adjust.picture')}
        accept="image/png,image/jpeg,image/webp"
        capture="environment"
        onPick={(file) => void pictureOf(file).then(setPicture)}
      />
    </Form>
  );
}

/** A unit load by its number: all that stands on it becomes lines. */
function useWholeLoad(onFound: (rows: Schemas['OnHandRow'][]) => void) {
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string>();
  const look = useMutation({
    mutationFn: (load: string) => everyPosition({ load }, MOST_LINES),
    onSuccess: ({ rows, total }, load) => {
      if (rows.length === 0) {
        setFault(t('adjust.nothingOn', { load }));
      } else if (total > rows.length) {
        setFault(t('adjust.tooMuchOn', { load, total, most: MOST_LINES }));
      } else {
        setFault(undefined);
        setCode('');
        onFound(rows);
      }
    },
    onError: (error) => setFault(error.message),
  });
  /** Looks for what stands there; says whether anything does. */
  const find = () => {
    // A label writes the number of a unit load behind its identifier.
    const load = code.trim().replace(/^(?:RU\.|\(00\)|00(?=\d{18}$))/i, '');
    if (load && !look.isPending) {
      look.mutate(load);
    }
    return load !== '';
  };
  return { code, setCode, fault, find };
}

function WholeLoad({ code, setCode, fault, find }: ReturnType<typeof useWholeLoad>) {
  return (
    <TextField
      label={t('adjust.wholeLoad')}
      value={code}
      onChange={(event) => setCode(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          find();
        }
      }}
      onBlur={find}
      error={fault !== undefined}
      helperText={fault ?? t('adjust.wholeLoadHelp', { most: MOST_LINES })}
    />
  );
}

/** A position that was looked up: what lies there is known, only the figure is asked for. */
function KnownLine({
  line,
  row,
  way,
  onChange,
}: {
  line: Line;
  row: Schemas['OnHandRow'];
  way: Way;
  onChange: (quantity: string) => void;
}) {
  return (
    <GridRow tracks="1fr 84px 130px" sx={{ gridColumn: '1 / -2' }}>
      <Box sx={{ minWidth: 0 }}>
        <Box>{row.name}</Box>
        <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
          <Code>{line.place}</Code>
          {line.lot && ` · ${t('lot')} ${line.lot}`}
          {line.serial && ` · ${t('serial')} ${line.serial}`}
          {row.load && ` · ${t('load')} ${row.load}`}
          {row.condition && row.condition !== 'GOOD' && ` · ${t(`conditions.${row.condition}`)}`}
        </Box>
      </Box>
      <Box sx={{ textAlign: 'right' }}>
        <Amount value={row.onHand} unit={row.symbol} />
      </Box>
      <NumberField
        label={t(`adjust.figure.${way}`)}
        value={line.quantity}
        onChange={(event) => onChange(event.target.value)}
        slotProps={{
          htmlInput: { 'aria-label': `${row.name} ${line.place}` },
        }}
      />
    </GridRow>
  );
}
