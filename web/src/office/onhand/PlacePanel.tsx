import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { date } from '../../kit/format';
import { PanelToCome, Part, SidePanel } from '../../kit/SidePanel';
import { Movements } from './Movements';
import { ReservedHere } from './ReservedHere';

/** A bin: what lies in it, what it is for, what moved. */
export function PlacePanel({ place, onClose }: { place: number; onClose: () => void }) {
  const bin = useQuery(question('/api/bins/{id}', { id: place }));
  const holds = useQuery(question('/api/on-hand', { group: 'POSITION', place, limit: 200 }));
  if (!bin.data || !holds.data) {
    return <PanelToCome problem={bin.error ?? holds.error} onClose={onClose} />;
  }
  return (
    <SidePanel
      title={bin.data.address}
      over={`${bin.data.area} · ${t(`purpose.${bin.data.purpose}`)}`}
      onClose={onClose}
    >
      <Box>
        {t(`mixing.${bin.data.mixing}`)}
        {bin.data.storageClass && ` · ${t('bins.storage')} ${bin.data.storageClass}`}
        {!bin.data.active && ` · ${t('bins.closed')}`}
      </Box>
      <Part title={t('onHand.holds')}>
        {holds.data.rows.map((row) => (
          <Box key={row.key} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
            <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
              <Link to={`?open=item:${row.itemId}`}>{row.name}</Link>
              <Amount value={row.onHand} unit={row.symbol} />
            </Box>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              <Code>{row.item}</Code>
              {row.lot && (
                <>
                  {` · ${t('lot')} `}
                  <Code>{row.lot}</Code>
                </>
              )}
              {row.serial && (
                <>
                  {` · ${t('serial')} `}
                  <Code>{row.serial}</Code>
                </>
              )}
              {row.expiry && ` · ${t('expires')} ${date(row.expiry)}`}
              {row.condition &&
                row.condition !== 'GOOD' &&
                ` · ${t(`conditions.${row.condition}`)}`}
            </Box>
          </Box>
        ))}
        {holds.data.total === 0 && <Box sx={{ color: 'text.secondary' }}>{t('bins.empty')}</Box>}
      </Part>
      <Box sx={{ mt: 1.5, display: 'flex', gap: 2 }}>
        <Link to={`/office/checking/adjustments?open=new&place=${place}`}>
          {t('adjust.putRight')}
        </Link>
        <Link to={`/office/checking/counts?open=place&site=${bin.data.siteId}&places=${place}`}>
          {t('count.haveItCounted')}
        </Link>
      </Box>
      <ReservedHere place={place} />
      <Movements of={{ place }} about={bin.data.address} />
    </SidePanel>
  );
}
