import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { t } from '../app/words';
import { Problem } from '../api/client';
import { Part } from './SidePanel';
import { bound } from './useForm';

type Bound<L extends object> = ReturnType<typeof bound<L>>;

/** The lines in which anything was written: nothing that was typed is left out. */
export function written<L extends object>(lines: readonly L[], empty: L): L[] {
  const said = (line: L) =>
    JSON.stringify(line, (_, value: unknown) => (typeof value === 'string' ? value.trim() : value));
  return lines.filter((line) => said({ ...empty, ...line }) !== said(empty));
}

/**
 * What the server said about a field of a line: of a field that it names, or of the item that the
 * line is about.
 */
function problemAt(problem: unknown, lines: string | undefined, i: number, line: object) {
  return (field: string): string | undefined => {
    if (!(problem instanceof Problem)) {
      return undefined;
    }
    const { item, what, key } = problem.values;
    const about = item ?? (what === 'item' ? key : undefined);
    const meant =
      typeof about === 'string' &&
      'item' in line &&
      about.toUpperCase() === String(line.item).trim().toUpperCase();
    return problem.field === `${lines}[${i}].${field}` || (field === 'item' && meant)
      ? problem.message
      : undefined;
  };
}

/** The lines of a document as they are written: each its fields in a row; more can be added. */
export function LineEditor<L extends object>({
  title,
  name,
  lines,
  onChange,
  problem,
  empty,
  tracks,
  add,
  none,
  optional,
  remove,
  children,
  under,
}: {
  title: ReactNode;
  /** What the server calls them. */
  name?: string;
  lines: L[];
  onChange: (lines: L[]) => void;
  /** What the server had against what was sent. */
  problem?: unknown;
  /** A line in which nothing is written yet. */
  empty: L;
  /** The tracks of the grid in which its fields stand. */
  tracks: string;
  add: string;
  /** What its lines are for, where there need not be any. */
  none?: ReactNode;
  /** Whether there may be no line at all. */
  optional?: boolean;
  /** What the button that takes a line out says to those who can't see it. */
  remove?: (line: L) => string;
  /** The fields of a line; or what stands for them, in one track of its own. */
  children: (line: Bound<L>, index: number) => ReactNode;
  /** What stands under a line. */
  under?: (line: L, set: (part: Partial<L>) => void) => ReactNode;
}) {
  return (
    <Part title={title}>
      {none && <Box sx={{ color: 'text.secondary' }}>{none}</Box>}
      {lines.map((line, i) => {
        const set = (part: Partial<L>) =>
          onChange(lines.map((one, k) => (k === i ? { ...one, ...part } : one)));
        return (
          <Box key={i} sx={{ mt: 1, pb: 0.5 }}>
            <Box sx={{ display: 'grid', gridTemplateColumns: `${tracks} 30px`, gap: 1 }}>
              {children(bound(line, set, problemAt(problem, name, i, line)), i)}
              <Button
                size="small"
                aria-label={remove?.(line) ?? t('removeLine', { line: i + 1 })}
                disabled={!optional && !none && lines.length === 1}
                onClick={() => onChange(lines.filter((_, k) => k !== i))}
                sx={{
                  minWidth: 30,
                  height: 40,
                  px: 0,
                  alignSelf: 'start',
                  gridColumn: '-2',
                  gridRow: 1,
                }}
              >
                ✕
              </Button>
            </Box>
            {under?.(line, set)}
          </Box>
        );
      })}
      <Button sx={{ mt: 1 }} onClick={() => onChange([...lines, empty])}>
        {add}
      </Button>
    </Part>
  );
}
