import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Part } from './SidePanel';
import { bound } from './useForm';

type Bound<L extends object> = ReturnType<typeof bound<L>>;

/** The lines in which anything was written: nothing that was typed is left out. */
export function written<L extends object>(lines: readonly L[], empty: L): L[] {
  return lines.filter((line) =>
    Object.entries(line).some(([name, value]) =>
      typeof value === 'string' ? value.trim() !== '' : value !== empty[name as keyof L],
    ),
  );
}

/** The lines of a document as they are written: each its fields in a row; more can be added. */
export function LineEditor<L extends object>({
  title,
  lines,
  onChange,
  empty,
  tracks,
  add,
  none,
  remove,
  children,
  under,
}: {
  title: ReactNode;
  lines: L[];
  onChange: (lines: L[]) => void;
  /** A line in which nothing is written yet. */
  empty: L;
  /** The tracks of the grid in which its fields stand. */
  tracks: string;
  add: string;
  /** What its lines are for, where there need not be any. */
  none?: ReactNode;
  /** What the button that takes a line out says to those who can't see it. */
  remove?: (line: L) => string;
  /** The fields of a line; or what stands for them, in one track of its own. */
  children: (line: Bound<L>, index: number) => ReactNode;
  /** What stands under a line. */
  under?: (line: L, set: (part: Partial<L>) => void) => ReactNode;
}) {
  const { t } = useTranslation();
  return (
    <Part title={title}>
      {none && <Box sx={{ color: 'text.secondary' }}>{none}</Box>}
      {lines.map((line, i) => {
        const set = (part: Partial<L>) =>
          onChange(lines.map((one, k) => (k === i ? { ...one, ...part } : one)));
        return (
          <Box key={i} sx={{ mt: 1, pb: 0.5 }}>
            <Box sx={{ display: 'grid', gridTemplateColumns: `${tracks} 30px`, gap: 1 }}>
              {children(bound(line, set), i)}
              <Button
                size="small"
                aria-label={remove?.(line) ?? t('removeLine', { line: i + 1 })}
                disabled={!none && lines.length === 1}
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
