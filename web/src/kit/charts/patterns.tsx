import { useTheme } from '@mui/material/styles';
import type { ReactNode } from 'react';

/** What parts of a column are told apart by, in ink alone; the first stand out the most. */
export const PATTERNS = ['solid', 'hatch', 'outline', 'dots', 'grid', 'bars'] as const;

export type Pattern = (typeof PATTERNS)[number];

const SIZE = 6;

/** The fill of a pattern, where {@link Patterns} are drawn. */
export function fillOf(pattern: Pattern): string {
  return `url(#pattern-${pattern})`;
}

/** The patterns themselves, for a drawing to use. */
export function Patterns() {
  const { house } = useTheme();
  const stroke = { stroke: house.ink, strokeWidth: 1.6 };
  const drawn: Record<Pattern, ReactNode> = {
    solid: <rect width={SIZE} height={SIZE} fill={house.ink} />,
    hatch: <path d="M-1,7L7,-1M-1,1L1,-1M5,7L7,5" {...stroke} />,
    outline: null,
    dots: <circle cx={3} cy={3} r={1.3} fill={house.ink} />,
    grid: <path d="M0,3H6M3,0V6" {...stroke} strokeWidth={1} />,
    bars: <path d="M1.5,0V6" {...stroke} />,
  };
  return (
    <defs>
      {PATTERNS.map((pattern) => (
        <pattern
          key={pattern}
          id={`pattern-${pattern}`}
          width={SIZE}
          height={SIZE}
          patternUnits="userSpaceOnUse"
        >
          {drawn[pattern]}
        </pattern>
      ))}
    </defs>
  );
}

/** A word of a chart's key, with the pattern that it explains. */
export function KeyWord({ pattern, children }: { pattern: Pattern; children: ReactNode }) {
  const { house } = useTheme();
  return (
    <span style={{ whiteSpace: 'nowrap' }}>
      <svg aria-hidden width={22} height={12} style={{ verticalAlign: '-1px', marginRight: 5 }}>
        <Patterns />
        <rect
          x={0.5}
          y={0.5}
          width={21}
          height={11}
          fill={fillOf(pattern)}
          stroke={house.ink}
          strokeWidth={1}
        />
      </svg>
      {children}
    </span>
  );
}
