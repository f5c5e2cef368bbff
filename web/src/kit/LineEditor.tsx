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
  /** The fields of a line; or what stands for them, in one track of its own. */
  children: (line: Bound<L>, index: number) => ReactNode;
  /** What is told under a line. */
  under?: (line: L) => ReactNode;
}) {
  const { t } = useTranslation();
  return (
    <Part title={title}>
      {lines.map((line, i) => (
        <Box key={i} sx={{ mt: 1, pb: 0.5 }}>
          <Box sx={{ display: 'grid', gridTemplateColumns: `${tracks} 30px`, gap: 1 }}>
            {children(
              bound(line, (part) =>
                onChange(lines.map((one, k) => (k === i ? { ...one, ...part } : one))),
              ),
              i,
            )}
            <Button
              size="small"
              aria-label={t('removeLine', { line: i + 1 })}
              disabled={lines.length === 1}
              onClick={() => onChange(lines.filter((_, k) => k !== i))}
              sx={{ minWidth: 30, px: 0, gridColumn: '-2', gridRow: 1 }}
            >
              ✕
            </Button>
          </Box>
          {under?.(line)}
        </Box>
      ))}
      <Button sx={{ mt: 1 }} onClick={() => onChange([...lines, empty])}>
        {add}
      </Button>
    </Part>
  );
}
