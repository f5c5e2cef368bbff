import Box from '@mui/material/Box';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../../api/client';
import { count as grouped, instant } from '../../kit/format';
import { Part } from '../../kit/SidePanel';

/** Everything that happened to a count, and how far each person is. */
export function CountHistory({ count }: { count: Schemas['CountCard'] }) {
  const { t } = useTranslation();
  const row = {
    display: 'grid',
    gridTemplateColumns: '170px 170px 1fr',
    gap: 1.5,
    py: 0.5,
    borderBottom: 1,
    borderColor: 'divider',
  } as const;
  return (
    <Box sx={{ maxWidth: 760, pb: 2 }}>
      <Part title={t('count.hands')} rank="h2">
        {count.hands.map((hand) => (
          <Box key={hand.name} sx={row}>
            <b>{hand.name}</b>
            <span>
              {hand.slips > 0 && t('count.handed', { count: hand.slips, done: grouped(hand.done) })}
              {hand.slips === 0 && hand.done > 0 && t('count.handedIn', { count: hand.done })}
            </span>
            <span>{t('count.lines', { count: hand.lines })}</span>
          </Box>
        ))}
        {count.hands.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>{t('count.nobodyYet')}</Box>
        )}
      </Part>
      <Part title={t('count.events')} rank="h2">
        {count.changes.map((event, i) => (
          <Box key={i} sx={row}>
            <span>{instant(event.at)}</span>
            <b>{event.person}</b>
            <span>
              {t(`count.event.${event.what}`)} {event.detail}
            </span>
          </Box>
        ))}
      </Part>
    </Box>
  );
}
