import Box from '@mui/material/Box';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { quantity } from '../kit/format';
import { MainButton, SmallButton } from './Parts';
import { isMore, minus } from '../kit/sums';

/** Asked once before goods leave: what is asked for and not picked. */
export function SendNow({
  transfer,
  reviewed,
  busy,
  onSend,
  onCancel,
}: {
  transfer: Schemas['FloorTransfer'];
  /** Whether the office looks it through before it leaves. */
  reviewed: boolean;
  busy: boolean;
  onSend: (rest: 'FOLLOWS' | 'STAYS') => void;
  onCancel: () => void;
}) {
  const missing = transfer.lines.filter((line) => isMore(line.toSend, line.picked));
  return (
    <Box sx={{ p: 2, display: 'grid', gap: 1.5, fontSize: 20 }} role="group">
      {missing.length === 0 ? (
        <Box>{t('transfer.complete')}</Box>
      ) : (
        <Box>
          {t('transfer.askSend')}
          {missing.map((line) => (
            <Box key={line.line} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75 }}>
              <b>
                {quantity(minus(line.toSend, line.picked))} {line.symbol}
              </b>{' '}
              {line.name}
            </Box>
          ))}
        </Box>
      )}
      {reviewed && <Box>{t('transfer.reviewed')}</Box>}
      <MainButton disabled={busy} onClick={() => onSend('FOLLOWS')}>
        {t(
          reviewed
            ? 'transfer.handIn'
            : missing.length === 0
              ? 'transfer.send'
              : 'transfer.follows',
        )}
      </MainButton>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {missing.length > 0 && !reviewed && (
          <SmallButton disabled={busy} onClick={() => onSend('STAYS')}>
            {t('transfer.stays')}
          </SmallButton>
        )}
        <SmallButton onClick={onCancel}>{t('transfer.notYet')}</SmallButton>
      </Box>
    </Box>
  );
}
