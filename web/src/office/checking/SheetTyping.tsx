import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState, type FormEvent, type KeyboardEvent } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { Problem, type Schemas } from '../../api/client';
import { useMe } from '../../app/session';
import { BinField } from '../../kit/BinField';
import { Choice, optionsById } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { GridRow } from '../../kit/GridRow';
import { instant, quantity } from '../../kit/format';
import { ItemField } from '../../kit/ItemField';
import { LineEditor, written } from '../../kit/LineEditor';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { COUNTS } from './counts';

type Sheet = Schemas['CountSheet'];
type Line = Schemas['CountSheetLine'];

const FOUND = { item: '', bin: '', lot: '', serial: '', load: '', quantity: '' };
const TRACKS = '110px 1fr 190px 130px 40px';

const keyOf = (line: Line) =>
  [line.itemId, line.placeId, line.lotId, line.serialId, line.unitLoadId, line.condition].join(' ');

/** Who counted what is typed, and when: it stays from one sheet to the next. */
interface Counted {
  by: string;
  at: string;
}

/**
 * Types count sheets that were filled in on paper, one after the other, by the keyboard alone: Enter
 * goes from figure to figure, then hands the sheet in and shows the next.
 */
export function SheetTyping({ count }: { count: Schemas['CountCard'] }) {
  const { value, change } = useAddress();
  const me = useMe();
  const [counted, setCounted] = useState<Counted>({ by: String(me.id), at: '' });
  const [told, setTold] = useState('');
  const first = useQuery(question('/api/counts/{id}/sheets', { id: count.id }));
  const asked = Number(value('slip')) || first.data?.slip || 0;
  const sheet = useQuery({
    ...question('/api/counts/{id}/sheets/{slip}', { id: count.id, slip: asked }),
    enabled: asked > 0,
  });
  const one = sheet.data?.slip === asked ? sheet.data : undefined;
  const goTo = (slip: number | null) => change({ slip: slip === null ? null : String(slip) });
  return (
    <Box sx={{ overflow: 'auto', maxWidth: 900, pt: 1 }}>
      <SlipChoice key={asked} slip={asked} onChoose={goTo} counted={counted} onSay={setCounted} />
      <Box role="status" sx={{ minHeight: 26, fontWeight: 700 }}>
        {told}
      </Box>
      <ProblemNote problem={first.error ?? sheet.error} />
      {first.data && asked === 0 && <Box>{t('sheetTyping.none')}</Box>}
      {one && (
        <SheetOf
          key={`${one.slip} ${one.typings.length} ${one.state}`}
          count={count}
          sheet={one}
          counted={counted}
          onSkip={goTo}
          onTyped={(typed) => {
            setTold(
              t(typed.outcome === 'TYPED_ONCE' ? 'sheetTyping.typedOnce' : 'sheetTyping.counted', {
                slip: one.slip,
              }),
            );
            goTo(typed.next);
          }}
        />
      )}
    </Box>
  );
}

/** Which sheet is meant, by the number printed on it; who counted, and when. */
function SlipChoice({
  slip,
  onChoose,
  counted,
  onSay,
}: {
  slip: number;
  onChoose: (slip: number) => void;
  counted: Counted;
  onSay: (counted: Counted) => void;
}) {
  const people = useQuery(question('/api/people/names'));
  const [text, setText] = useState(slip ? String(slip) : '');
  const choose = (event: FormEvent) => {
    event.preventDefault();
    const number = Number(text.trim());
    if (Number.isInteger(number) && number > 0) {
      onChoose(number);
    }
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, mb: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}>
      <Box component="form" onSubmit={choose} sx={{ display: 'flex', gap: 1 }}>
        <TextField
          label={t('count.slip')}
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          sx={{ width: 90 }}
        />
        <Button type="submit" variant="outlined">
          {t('sheetTyping.show')}
        </Button>
      </Box>
      <Choice
        label={t('count.countedBy')}
        value={counted.by}
        onChange={(by) => onSay({ ...counted, by })}
        options={optionsById(people.data)}
      />
      <TextField
        type="datetime-local"
        label={t('count.countedAt')}
        value={counted.at}
        onChange={(event) => onSay({ ...counted, at: event.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
        helperText={counted.at ? undefined : t('sheetTyping.now')}
      />
    </Box>
  );
}

/** One sheet: its lines as they are printed, and what else is written on it. */
function SheetOf({
  count,
  sheet,
  counted,
  onTyped,
  onSkip,
}: {
  count: Schemas['CountCard'];
  sheet: Sheet;
  counted: Counted;
  onTyped: (typed: Schemas['TypedCountSheet']) => void;
  onSkip: (next: number | null) => void;
}) {
  const path = { id: count.id, slip: sheet.slip };
  const [figures, setFigures] = useState<Record<string, string>>({});
  const [found, setFound] = useState<(typeof FOUND)[]>([]);
  const [differing, setDiffering] = useState<Schemas['CountSheetDifference'][]>([]);
  const [unread, setUnread] = useState<Problem>();
  const form = useRef<HTMLFormElement>(null);
  const save = useSave(COUNTS, post('/api/counts/{id}/sheets/{slip}', path), (typed) => {
    if (typed.outcome === 'DIFFERS') {
      setDiffering(typed.differences);
    } else {
      onTyped(typed);
    }
  });
  const back = useSave(COUNTS, post('/api/counts/{id}/sheets/{slip}/back', path));
  const takeBack = sheet.typings.length > 0 && (
    <Button variant="outlined" loading={back.isPending} onClick={() => back.mutate()}>
      {t('sheetTyping.takeBack')}
    </Button>
  );
  const typings = sheet.typings.map((one) => (
    <Box key={one.at} sx={{ color: 'text.secondary' }}>
      {t('sheetTyping.typedBy', {
        name: one.person,
        at: instant(one.at),
        by: one.countedBy,
        counted: instant(one.countedAt),
      })}
    </Box>
  ));
  if (sheet.state === 'DONE' || sheet.onFloor.length > 0) {
    return (
      <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
        <b>
          {sheet.onFloor.length > 0
            ? t('sheetTyping.onFloor', { slip: sheet.slip, names: sheet.onFloor.join(', ') })
            : t('sheetTyping.done', { slip: sheet.slip })}
        </b>
        {typings}
        {takeBack}
        {sheet.next !== null && (
          <Button variant="contained" onClick={() => onSkip(sheet.next)}>
            {t('sheetTyping.next', { slip: sheet.next })}
          </Button>
        )}
        <ProblemNote problem={back.error} />
      </Box>
    );
  }
  const send = (lookedUp: boolean) => {
    setUnread(undefined);
    try {
      save.mutate({
        figures: sheet.lines
          .filter((line) => (figures[keyOf(line)] ?? '').trim() !== '')
          .map((line) => ({
            itemId: line.itemId,
            placeId: line.placeId,
            lotId: line.lotId,
            serialId: line.serialId,
            unitLoadId: line.unitLoadId,
            condition: line.condition,
            quantity: decimal(figures[keyOf(line)]),
          })),
        found: written(found, FOUND).map((line) => ({
          item: line.item.trim(),
          bin: line.bin.trim() || undefined,
          lot: line.lot.trim() || undefined,
          serial: line.serial.trim() || undefined,
          load: line.load.trim() || undefined,
          quantity: decimal(line.quantity),
        })),
        countedBy: Number(counted.by),
        countedAt: counted.at ? new Date(counted.at).toISOString() : undefined,
        lookedUp,
      });
    } catch (fault) {
      if (!(fault instanceof Problem)) {
        throw fault;
      }
      setUnread(fault);
    }
  };
  // Enter goes to the next figure; in the last one it goes to the button, which sends.
  const onEnter = (event: KeyboardEvent) => {
    const field = event.target as HTMLElement;
    if (event.key !== 'Enter' || field.dataset.figure === undefined) {
      return;
    }
    event.preventDefault();
    const stops = [...form.current!.querySelectorAll<HTMLElement>('[data-figure], [data-send]')];
    stops[stops.indexOf(field) + 1]?.focus();
  };
  return (
    <Box
      component="form"
      ref={form}
      onKeyDown={onEnter}
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        send(differing.length > 0);
      }}
    >
      <Box sx={{ fontSize: 20, mb: 0.5 }}>
        {t('count.slip')} <b>{sheet.slip}</b> ·{' '}
        <Code strong>{sheet.load ?? sheet.bin ?? sheet.item}</Code>
        {sheet.round > 1 && ` · ${t('count.slipAgain', { round: sheet.round })}`}
        {sheet.twice &&
          ` · ${t(sheet.typings.length > 0 ? 'sheetTyping.second' : 'sheetTyping.first')}`}
      </Box>
      {typings}
      <GridRow head tracks={TRACKS}>
        {[t('bin'), t('item.item'), t('count.marks'), t('count.counted'), ''].map((word, i) => (
          <span key={i}>{word}</span>
        ))}
      </GridRow>
      {sheet.lines.map((line, i) => (
        <GridRow key={keyOf(line)} tracks={TRACKS} sx={{ alignItems: 'center' }}>
          <Code>{line.place}</Code>
          <span>
            {line.name} <Code>{line.item}</Code>
          </span>
          <Code>
            {[
              line.serial ?? line.lot,
              line.unitLoad,
              line.condition !== 'GOOD' && t(`conditions.${line.condition}`),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Code>
          <NumberField
            value={figures[keyOf(line)] ?? ''}
            onChange={(event) => setFigures({ ...figures, [keyOf(line)]: event.target.value })}
            autoFocus={i === 0}
            slotProps={{
              htmlInput: {
                'data-figure': '',
                'aria-label': t('sheetTyping.figure', {
                  item: line.name,
                  marks: line.serial ?? line.lot ?? '',
                  place: line.place,
                }),
              },
            }}
          />
          <span>{line.symbol}</span>
        </GridRow>
      ))}
      {sheet.lines.length === 0 && <Box sx={{ py: 1 }}>{t('sheetTyping.empty')}</Box>}
      <LineEditor
        title={t('sheetTyping.found')}
        name="found"
        lines={found}
        onChange={setFound}
        problem={save.error}
        empty={FOUND}
        optional
        tracks="1fr 110px 110px 120px 176px 96px"
        add={t('sheetTyping.addFound')}
      >
        {(line) => (
          <>
            <ItemField label={t('item.item')} site={count.siteId} {...line.chosen('item')} />
            <BinField label={t('bin')} site={count.siteId} {...line.chosen('bin')} />
            <TextField label={t('lot')} {...line.text('lot')} />
            <TextField label={t('serial')} {...line.text('serial')} />
            <TextField label={t('load')} {...line.text('load')} />
            <NumberField label={t('quantity')} {...line.text('quantity')} />
          </>
        )}
      </LineEditor>
      {differing.length > 0 && <Differences rows={differing} />}
      <Box sx={{ display: 'flex', gap: 1, my: 1.5 }}>
        <Button
          type="submit"
          variant="contained"
          size="large"
          loading={save.isPending}
          data-send=""
          autoFocus={sheet.lines.length === 0}
        >
          {t(
            differing.length > 0
              ? 'sheetTyping.lookedUp'
              : sheet.twice && sheet.typings.length === 0
                ? 'sheetTyping.keep'
                : 'sheetTyping.handIn',
          )}
        </Button>
        {takeBack}
      </Box>
      <ProblemNote problem={unread ?? save.error ?? back.error} />
    </Box>
  );
}

/** What was typed otherwise the first time: the paper decides. */
function Differences({ rows }: { rows: Schemas['CountSheetDifference'][] }) {
  const tracks = '110px 1fr 150px 90px 90px';
  const figure = (value: string | null) =>
    value === null ? t('sheetTyping.nothing') : Number(value) === 0 ? '0' : quantity(value);
  return (
    <Box role="alert" sx={{ borderLeft: 4, borderColor: 'error.main', pl: 1.5, my: 1.5 }}>
      <b>{t('sheetTyping.differs', { count: rows.length })}</b>
      <GridRow head tracks={tracks}>
        {[
          t('bin'),
          t('item.item'),
          t('count.marks'),
          t('sheetTyping.firstTime'),
          t('sheetTyping.secondTime'),
        ].map((word) => (
          <span key={word}>{word}</span>
        ))}
      </GridRow>
      {rows.map((row, i) => (
        <GridRow key={i} tracks={tracks}>
          <Code>{row.place}</Code>
          <span>{row.name}</span>
          <Code>{row.serial || row.lot}</Code>
          <b>{figure(row.first)}</b>
          <b>{figure(row.second)}</b>
        </GridRow>
      ))}
    </Box>
  );
}
