import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { quantity } from './format';
import { minus } from './sums';
import { t, type Word } from '../app/words';

export interface StockParts {
  available: number;
  reserved?: number;
  held: number;
  coming?: number;
}

/** What is on hand, neither available nor reserved, is held back: on a dock, on hold. */
export function parts(
  onHand: string,
  available: string,
  coming?: string | null,
  reserved?: string | null,
): StockParts {
  const kept = reserved ?? '0';
  const here = {
    available: Number(available),
    ...(Number(kept) > 0 && { reserved: Number(kept) }),
    // Reckoned exactly: 0.3 less 0.1 less 0.2 is nothing, and no hair of something.
    held: Number(minus(onHand, available, kept)),
  };
  return coming ? { ...here, coming: Number(coming) } : here;
}

/**
 * A thin bar that shows what a quantity is made of: solid is available, hatched is reserved, dotted
 * is held back, outlined is on the way.
 */
export function StockBar({
  of,
  scale,
  height = 8,
}: {
  of: StockParts;
  scale: number;
  height?: number;
}) {
  const ink = useTheme().house.ink;
  const width = (part: number) =>
    part > 0 && scale > 0 ? `max(2px, ${Math.min(100, (100 * part) / scale)}%)` : '0';
  const drawn = [
    { name: 'available', part: of.available, background: ink },
    {
      name: 'reserved',
      part: of.reserved ?? 0,
      background: `repeating-linear-gradient(135deg, ${ink} 0 2px, transparent 2px 5px)`,
    },
    {
      name: 'held',
      part: of.held,
      background: `radial-gradient(circle, ${ink} 1.1px, transparent 1.4px) 0 0 / 4px 4px`,
    },
    { name: 'coming', part: of.coming ?? 0, background: 'transparent' },
  ].filter((one) => one.part > 0);
  const said = drawn.map((one) => `${t(`bar.${one.name}` as Word)} ${quantity(String(one.part))}`);
  return (
    <Box
      role="img"
      aria-label={said.join(', ') || t('bar.none')}
      title={said.join(', ')}
      sx={{ display: 'flex', height, width: '100%', minWidth: 40 }}
    >
      {drawn.map((one) => (
        <Box
          key={one.name}
          sx={{
            width: width(one.part),
            background: one.background,
            border: one.name === 'available' ? 0 : `1px solid ${ink}`,
            borderLeft: one.name === 'available' ? 0 : `1px solid ${ink}`,
          }}
        />
      ))}
    </Box>
  );
}
