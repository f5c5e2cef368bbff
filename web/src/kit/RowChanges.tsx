import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { useMay, useMe } from '../app/session';
import { t } from '../app/words';
import { written } from './conditions';
import { ago, instant } from './format';
import { ProblemNote } from './ProblemNote';
import { Part } from './SidePanel';

type Change = Schemas['ChangeLogRow'];

const FEW = 3;
const MOST_CELLS = 4;

/** Who changed what of one row of a table, and of what belongs to it: the newest few. */
export function RowChanges({ table, row }: { table: string; row: string }) {
  const { everywhere } = useMe();
  const may = useMay('RULES') && everywhere;
  const changes = useQuery({
    ...question('/api/change-log/row', { table, key: row, limit: FEW }),
    enabled: may,
  });
  const total = changes.data?.total ?? 0;
  if (!may || (total === 0 && !changes.error)) {
    return null;
  }
  return (
    <Part title={t('changeLog.ofRow')}>
      <ProblemNote problem={changes.error} />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 1 }}>
        {changes.data?.rows.map((change) => (
          <li key={change.id}>
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
              <MuiLink component={Link} to={changeAddress(change)}>
                {change.person}
              </MuiLink>
              <Box
                component="time"
                dateTime={change.changed}
                title={instant(change.changed)}
                sx={{ color: 'text.secondary' }}
              >
                {ago(change.changed)}
              </Box>
            </Box>
            {change.table !== table && (
              <Box sx={{ color: 'text.secondary' }}>{`${change.table} ${change.key}`}</Box>
            )}
            <WhatChanged change={change} most={MOST_CELLS} />
          </li>
        ))}
      </Box>
      {total > FEW && (
        <MuiLink
          component={Link}
          to={`/office/rules/change-log?${new URLSearchParams({
            where: written({ column: 'ROW', comparison: 'HOLDS', value: row }),
          }).toString()}`}
        >
          {t('changeLog.all', { count: total })}
        </MuiLink>
      )}
    </Part>
  );
}

export function changeAddress(change: Change): string {
  return `/office/rules/change-log?open=${change.id}`;
}

/** What became of a row: its cells before and after, or that it is new or gone. */
export function WhatChanged({ change, most }: { change: Change; most: number }) {
  if (change.kind !== 'CHANGED') {
    return <>{t(`changeLog.kinds.${change.kind}`)}</>;
  }
  const more = change.cells.length - most;
  return (
    <>
      {change.cells.slice(0, most).map((cell) => (
        <Box key={cell.column} sx={{ overflowWrap: 'anywhere' }}>
          {cell.column}: <s>{cell.before || t('changeLog.nothing')}</s> →{' '}
          {cell.after || t('changeLog.nothing')}
        </Box>
      ))}
      {more > 0 && t('changeLog.more', { count: more })}
    </>
  );
}
