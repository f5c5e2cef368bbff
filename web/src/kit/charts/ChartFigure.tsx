import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { t } from '../../app/words';
import { fonts } from '../../app/theme';

/** A chart with its title and key; as a table for those who would rather read. */
export function ChartFigure({
  title,
  legend,
  headings,
  rows,
  height,
  children,
}: {
  title: string;
  legend?: ReactNode;
  /** The columns of its table; the first says what a row is about. */
  headings: readonly string[];
  rows: readonly (readonly string[])[];
  height: number;
  /** The chart itself. */
  children: ReactNode;
}) {
  const [table, setTable] = useState(false);
  return (
    <Box component="figure" aria-label={title} sx={{ m: 0, my: 1, minWidth: 0 }}>
      <Box
        component="figcaption"
        sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2 }}
      >
        <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 17 }}>{title}</Box>
        {!table && legend}
        <Button size="small" aria-pressed={table} onClick={() => setTable(!table)}>
          {t('chart.table')}
        </Button>
      </Box>
      {table ? <Table title={title} headings={headings} rows={rows} height={height} /> : children}
    </Box>
  );
}

function Table({
  title,
  headings,
  rows,
  height,
}: {
  title: string;
  headings: readonly string[];
  rows: readonly (readonly string[])[];
  height: number;
}) {
  return (
    <Box sx={{ height, overflow: 'auto' }} tabIndex={0} role="region" aria-label={title}>
      <Box
        component="table"
        sx={{
          borderSpacing: '16px 2px',
          '& td': { textAlign: 'right', whiteSpace: 'nowrap' },
          '& th': { textAlign: 'left', fontWeight: 400 },
        }}
      >
        <thead>
          <tr>
            {headings.map((heading) => (
              <th key={heading} scope="col">
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([about, ...cells]) => (
            <tr key={about}>
              <th scope="row">{about}</th>
              {cells.map((cell, i) => (
                <td key={headings[i + 1]}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
