import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { fonts } from '../app/theme';
import { money } from './format';

export interface Bar {
  key: string;
  label: string;
  value: number;
  /** Outlined: it takes away, or is not the whole story. */
  hollow?: boolean;
}

/** Values side by side, lying: the label, the bar from the same zero, the figure. */
export function Bars({ title, bars }: { title: string; bars: Bar[] }) {
  const { house } = useTheme();
  const most = Math.max(0, ...bars.map((bar) => Math.abs(bar.value)));
  if (most === 0) {
    return null;
  }
  return (
    <Box
      component="figure"
      aria-label={title}
      sx={{
        m: 0,
        mb: 2,
        display: 'grid',
        gridTemplateColumns: 'minmax(120px, max-content) 1fr max-content',
        columnGap: 1.5,
        rowGap: 0.5,
        maxWidth: 760,
        alignItems: 'center',
      }}
    >
      <Box
        component="figcaption"
        sx={{ gridColumn: '1 / -1', fontFamily: fonts.heading, fontWeight: 600, fontSize: 17 }}
      >
        {title}
      </Box>
      {bars.map((bar) => (
        <Box key={bar.key} sx={{ display: 'contents' }}>
          <Box sx={{ maxWidth: 240, overflow: 'hidden', textOverflow: 'ellipsis' }}>
            {bar.label}
          </Box>
          <Box
            aria-hidden
            sx={{
              height: 14,
              width: `${Math.max(0.5, (100 * Math.abs(bar.value)) / most)}%`,
              border: `1.5px solid ${house.ink}`,
              bgcolor: bar.hollow || bar.value < 0 ? 'transparent' : house.ink,
            }}
          />
          <Box sx={{ textAlign: 'right' }}>{money(bar.value)}</Box>
        </Box>
      ))}
    </Box>
  );
}
