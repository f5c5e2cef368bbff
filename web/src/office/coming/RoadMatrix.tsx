import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';

type Route = Schemas['TransferRoute'];

/** What is on the road, from site (down) to site (across), with its value. */
export function RoadMatrix({ onOpen }: { onOpen: (from: number, to: number) => void }) {
  const routes = useQuery(question('/api/transfers/routes'));
  if (!routes.data) {
    return <ProblemNote problem={routes.error} />;
  }
  if (routes.data.length === 0) {
    return <Box sx={{ p: 2, fontSize: 18 }}>{t('transfer.nothingOnRoad')}</Box>;
  }
  const from = unique(routes.data.map((one) => [one.fromId, one.from] as const));
  const to = unique(routes.data.map((one) => [one.toId, one.to] as const));
  const at = (fromId: number, toId: number) =>
    routes.data.find((one) => one.fromId === fromId && one.toId === toId);
  const sum = (rows: Route[]) => rows.reduce((all, one) => all + one.value, 0);
  const most = Math.max(...routes.data.map((one) => one.value));
  const cell = { border: 1, borderColor: 'divider', p: 1, verticalAlign: 'top' } as const;
  return (
    <Box sx={{ overflow: 'auto' }}>
      <Box component="table" sx={{ borderCollapse: 'collapse', bgcolor: 'background.paper' }}>
        <caption style={{ captionSide: 'top', textAlign: 'left', padding: '0 0 8px' }}>
          {t('transfer.routesTitle')} ·{' '}
          <a href="/api/export/transfer-journal?format=XLSX">{t('transfer.wholeJournal')}</a>
        </caption>
        <thead>
          <tr>
            <Box component="th" sx={{ ...cell, minWidth: 150, textAlign: 'left' }}>
              {t('transfer.from')} ↓ {t('transfer.to')} →
            </Box>
            {to.map(([id, name]) => (
              <Box component="th" key={id} scope="col" sx={{ ...cell, minWidth: 150 }}>
                {name}
              </Box>
            ))}
            <Box component="th" scope="col" sx={{ ...cell, textAlign: 'right' }}>
              {t('transfer.sum')}
            </Box>
          </tr>
        </thead>
        <tbody>
          {from.map(([fromId, name]) => (
            <tr key={fromId + name}>
              <Box component="th" scope="row" sx={{ ...cell, textAlign: 'left' }}>
                {name}
              </Box>
              {to.map(([toId]) => {
                const route = at(fromId, toId);
                return (
                  <Box component="td" key={toId} sx={{ ...cell, textAlign: 'right' }}>
                    {route ? (
                      <Crossing
                        route={route}
                        share={most > 0 ? route.value / most : 0}
                        onOpen={() => onOpen(fromId, toId)}
                      />
                    ) : (
                      '–'
                    )}
                  </Box>
                );
              })}
              <Box component="td" sx={{ ...cell, textAlign: 'right', fontWeight: 700 }}>
                {money(sum(routes.data.filter((one) => one.fromId === fromId)))}
              </Box>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <Box component="th" scope="row" sx={{ ...cell, textAlign: 'left' }}>
              {t('transfer.sum')}
            </Box>
            {to.map(([toId]) => (
              <Box component="td" key={toId} sx={{ ...cell, textAlign: 'right', fontWeight: 700 }}>
                {money(sum(routes.data.filter((one) => one.toId === toId)))}
              </Box>
            ))}
            <Box component="td" sx={{ ...cell, textAlign: 'right', fontWeight: 700 }}>
              {money(sum(routes.data))}
            </Box>
          </tr>
        </tfoot>
      </Box>
    </Box>
  );
}

/** Where two sites cross: how much is between them, and a bar of its value. */
function Crossing({ route, share, onOpen }: { route: Route; share: number; onOpen: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      onClick={onOpen}
      sx={{
        font: 'inherit',
        color: 'inherit',
        background: 'none',
        border: 0,
        p: 0,
        width: '100%',
        textAlign: 'right',
        cursor: 'pointer',
      }}
    >
      <Box sx={{ fontSize: 20, fontWeight: 700 }}>{money(route.value)}</Box>
      <Box sx={{ height: 5, bgcolor: 'text.primary', ml: 'auto', width: `${100 * share}%` }} />
      <Box>{route.amounts.map((one) => `${quantity(one.quantity)} ${one.symbol}`).join(', ')}</Box>
      <Box sx={{ color: 'text.secondary' }}>
        {t('transfer.ofTransfers', { count: route.transfers })}
        {route.late > 0 && (
          <Box component="b" sx={{ color: 'error.main', ml: 1 }}>
            {t('transfer.lateOnes', { count: route.late })}
          </Box>
        )}
      </Box>
    </Box>
  );
}

function unique(pairs: (readonly [number, string])[]): [number, string][] {
  return [...new Map(pairs)].sort((one, other) => one[1].localeCompare(other[1]));
}
