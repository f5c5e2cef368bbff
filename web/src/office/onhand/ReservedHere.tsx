import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { useMay } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { ago } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';

/** What is reserved of an item, or in a bin, for which documents; to be freed from here. */
export function ReservedHere({ item, place }: { item?: number; place?: number }) {
  const may = useMay('POST');
  const rows = useQuery(question('/api/reservations', { item, place }));
  const free = useSave(['on-hand', 'outbound', 'transfers'], (command, id: number) =>
    post('/api/reservations/{id}/release', { id })(command, {}),
  );
  if (!rows.data || rows.data.length === 0) {
    return null;
  }
  return (
    <Part title={t('reserved.title')}>
      <ProblemNote problem={free.error} />
      {rows.data.map((row) => (
        <Box
          key={row.id}
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'center',
            minHeight: 36,
            borderBottom: 1,
            borderColor: 'divider',
          }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Code strong>{row.document}</Code>{' '}
            {item === undefined ? row.name : <Code>{row.place}</Code>}
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              {[row.lot ?? row.serial, row.picked && t('reserved.picked'), ago(row.made)]
                .filter(Boolean)
                .join(' · ')}
            </Box>
          </Box>
          <Amount value={row.quantity} unit={row.symbol} />
          {may && !row.picked && (
            <Button onClick={() => free.mutate(row.id)} loading={free.isPending}>
              {t('reserved.free')}
            </Button>
          )}
        </Box>
      ))}
    </Part>
  );
}
