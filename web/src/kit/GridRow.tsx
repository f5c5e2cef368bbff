import Box, { type BoxProps } from '@mui/material/Box';

/** A row of a small table in a panel or on a page: its cells stand in tracks, over a hairline. */
export function GridRow({
  tracks,
  head,
  sx,
  ...row
}: Omit<BoxProps, 'ref'> & {
  /** The tracks of its grid; one cell where there are none. */
  tracks?: string;
  /** Whether it says what stands below it. */
  head?: boolean;
}) {
  return (
    <Box
      sx={[
        {
          display: tracks ? 'grid' : undefined,
          gridTemplateColumns: tracks,
          gap: 1,
          py: 0.5,
          borderBottom: 1,
          borderColor: 'divider',
          alignItems: 'center',
        },
        head === true && { color: 'text.secondary', fontSize: 13 },
        ...(Array.isArray(sx) ? sx : [sx]),
      ]}
      {...row}
    />
  );
}
