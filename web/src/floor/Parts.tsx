import Box from '@mui/material/Box';
import Button, { type ButtonProps } from '@mui/material/Button';
import { styled } from '@mui/material/styles';
import { Fragment, useState, type ReactNode } from 'react';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date } from '../kit/format';
import { soFar } from '../kit/numbers';

/** What was done: large, with a mark that is not only a colour. */
export function DoneNote({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      role="status"
      sx={{
        m: 2,
        borderLeft: 10,
        borderColor: 'success.main',
        pl: 2,
        pr: 1.5,
        py: 1,
        fontSize: 24,
        lineHeight: 1.4,
        bgcolor: 'background.paper',
      }}
    >
      <Box sx={{ color: 'success.main', fontWeight: 700 }}>{title}</Box>
      {children}
    </Box>
  );
}

/** What is being done, over its sentence: the document's number first. */
export function HeadStrip({ number, children }: { number: string; children: ReactNode }) {
  return (
    <Box
      sx={{
        px: 2,
        py: 1,
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'divider',
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 1.5,
        alignItems: 'baseline',
      }}
    >
      <Code strong>{number}</Code>
      {children}
    </Box>
  );
}

const noted = { m: 1.5, p: 1.5, fontSize: 19, bgcolor: 'background.paper' };

/** Something to think of before going on; not a refusal. */
export function Warning({ children }: { children: ReactNode }) {
  return (
    <Box role="alert" sx={{ ...noted, border: '2px dashed', borderLeft: '10px solid' }}>
      {children}
    </Box>
  );
}

/** Why a scan was refused: large, and with a mark that is not only a colour. */
export function Refusal({ sentence }: { sentence: string }) {
  const edge = { border: '2px solid', borderLeftWidth: 10, borderColor: 'error.main' };
  return (
    <Box role="alert" sx={{ ...noted, ...edge, color: 'error.main', fontWeight: 600 }}>
      {sentence}
    </Box>
  );
}

/** A row of a list; one that does something can be tapped with a glove. */
export function Row({
  onTap,
  start,
  title,
  detail,
  end,
  pressed,
  checked,
  expanded,
}: {
  /** What a tap does; nothing where it is only looked at. */
  onTap?: () => void;
  start?: ReactNode;
  title: ReactNode;
  detail?: ReactNode;
  end?: ReactNode;
  /** Whether it is chosen, where several may be. */
  pressed?: boolean;
  /** The same, where it is drawn as a box to tick. */
  checked?: boolean;
  /** Whether it is opened, where it can be. */
  expanded?: boolean;
}) {
  return (
    <Box
      component={onTap ? 'button' : 'div'}
      type={onTap && 'button'}
      role={checked === undefined ? undefined : 'checkbox'}
      aria-checked={checked}
      aria-pressed={pressed}
      aria-expanded={expanded}
      onClick={onTap}
      sx={{
        font: 'inherit',
        color: 'inherit',
        width: '100%',
        minHeight: onTap ? 60 : 48,
        px: 1.5,
        py: onTap ? 1 : 0.75,
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        bgcolor: 'background.paper',
        border: 0,
        borderTop: 1,
        borderColor: 'divider',
        cursor: onTap && 'pointer',
        textAlign: 'left',
      }}
    >
      {start}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: 19, lineHeight: 1.25 }}>{title}</Box>
        {detail && <Box sx={{ color: 'text.secondary', fontSize: 16 }}>{detail}</Box>}
      </Box>
      {end && (
        <Box sx={{ display: 'flex', alignItems: 'center', fontSize: 19, whiteSpace: 'nowrap' }}>
          {end}
        </Box>
      )}
    </Box>
  );
}

/** What tells goods apart from others of their item, and where they lie. */
export function Marks({
  of,
  place,
}: {
  of: {
    lot?: string | null;
    expiry?: string | null;
    serial?: string | null;
    load?: string | null;
    condition?: Schemas['FloorCandidate']['condition'] | null;
  };
  place?: string | null;
}) {
  const marks = [
    place && <Code strong>{place}</Code>,
    of.lot && (
      <>
        {t('move.lot')} <Code>{of.lot}</Code>
        {of.expiry && ` (${date(of.expiry)})`}
      </>
    ),
    of.serial && <Code>{of.serial}</Code>,
    of.load && `${t('away.load')} ${of.load}`,
    of.condition && of.condition !== 'GOOD' && t(`conditions.${of.condition}`),
  ].filter(Boolean);
  return marks.map((mark, i) => (
    <Fragment key={i}>
      {i > 0 && ' · '}
      {mark}
    </Fragment>
  ));
}

/** The second row of buttons of a sentence. */
export function SmallButton(props: ButtonProps) {
  return (
    <Button
      variant="outlined"
      {...props}
      sx={{ minHeight: 56, fontSize: 17, lineHeight: 1.15, flex: 1, px: 0.5 }}
    />
  );
}

/** The one thing to do next. */
export function MainButton(props: ButtonProps) {
  return <Button variant="contained" {...props} sx={{ minHeight: 68, fontSize: 24 }} />;
}

/** What a list is of. */
export function ListHead({ children }: { children: ReactNode }) {
  return (
    <Box component="h2" sx={{ typography: 'h2', m: 0, mb: 0.5, mt: 1 }}>
      {children}
    </Box>
  );
}

/** A list under the sentence, and what it is of. */
export function Listed({ head, children }: { head: ReactNode; children: ReactNode }) {
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ListHead>{head}</ListHead>
      {children}
    </Box>
  );
}

/** What is to be chosen before anything is said: how it is found, and rows to tap. */
export function Choosing({
  title,
  find,
  none,
  children,
}: {
  title: string;
  find?: string;
  /** Said instead of rows where there are none; false where there are some. */
  none?: string | false;
  children: ReactNode;
}) {
  return (
    <Box sx={{ p: 1.5 }}>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0, mb: 0.5 }}>
        {title}
      </Box>
      <Box sx={{ color: 'text.secondary', mb: 1 }}>{find}</Box>
      {none && <Box sx={{ py: 2, fontSize: 19, color: 'text.secondary' }}>{none}</Box>}
      {children}
    </Box>
  );
}

/** A line to type in, large enough for a glove. */
export const TypeIn = styled('input')(({ theme }) => ({
  flex: 1,
  minWidth: 0,
  minHeight: 52,
  padding: '0 12px',
  font: 'inherit',
  fontSize: 18,
  color: theme.palette.text.primary,
  backgroundColor: theme.palette.background.paper,
  border: '1.5px solid',
  borderRadius: 3,
  '&:disabled': { borderColor: theme.palette.divider, backgroundColor: 'transparent' },
}));

/** One thing or two to be typed where nothing can be scanned, and said together. */
export function TypeLine({
  fields,
  label,
  number,
  maxLength,
  onSay,
}: {
  fields: string[];
  label: string;
  /** Whether it is a number, above zero. */
  number?: boolean;
  maxLength?: number;
  onSay: (first: string, second: string) => void;
}) {
  const [typed, setTyped] = useState<string[]>(fields.map(() => ''));
  const read = typed.map((text) => (number ? soFar(text) : text.trim()));
  const whole = read.every((text) => text && (!number || Number(text) > 0));
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (whole) {
          onSay(read[0]!, read[1] ?? '');
        }
      }}
      sx={{ display: 'flex', gap: 1, mt: 1, width: '100%' }}
    >
      {fields.map((field, i) => (
        <TypeIn
          key={field}
          required
          // A weight stands open while goods are scanned, which must not be typed into it.
          autoFocus={i === 0 && !number}
          inputMode={number ? 'decimal' : undefined}
          maxLength={maxLength}
          aria-label={field}
          placeholder={field}
          value={typed[i]}
          onChange={(event) => setTyped(typed.with(i, event.target.value))}
        />
      ))}
      <Button type="submit" variant="outlined" disabled={!whole} sx={{ minHeight: 52 }}>
        {label}
      </Button>
    </Box>
  );
}

/** A document's number, and what it is of. */
export function Numbered({ number, children }: { number: string; children?: ReactNode }) {
  return (
    <>
      <Code strong>{number}</Code> {children}
    </>
  );
}
