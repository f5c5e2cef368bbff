import Box from '@mui/material/Box';
import type { Schemas } from '../../api/client';
import { CheckList } from './CountChecks';
import { History } from '../../kit/DocumentPanel';
import { GridRow } from '../../kit/GridRow';
import { count as grouped } from '../../kit/format';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { t, type Word } from '../../app/words';

/** Everything that happened to a count, and how far each person is. */
export function CountHistory({ count }: { count: Schemas['CountCard'] }) {
  return (
    <Box sx={{ maxWidth: 760, pb: 2 }}>
      <Part title={t('count.hands')} rank="h2">
        {count.hands.map((hand) => (
          <GridRow key={hand.name} tracks="170px 170px 1fr">
            <b>{hand.name}</b>
            <span>
              {hand.slips > 0 && t('count.handed', { count: hand.slips, done: grouped(hand.done) })}
              {hand.slips === 0 && hand.done > 0 && t('count.handedIn', { count: hand.done })}
            </span>
            <span>{t('count.lines', { count: hand.lines })}</span>
          </GridRow>
        ))}
        {count.hands.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>{t('count.nobodyYet')}</Box>
        )}
      </Part>
      <CheckList count={count} />
      <Remarks of={count.number} rank="h2" />
      <History
        title={t('count.events')}
        rank="h2"
        changes={count.changes}
        word={(what) => t(`count.event.${what}` as Word)}
      />
    </Box>
  );
}
