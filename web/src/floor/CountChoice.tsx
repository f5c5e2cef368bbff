import Box from '@mui/material/Box';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Choosing, ListHead, Numbered, Row, SmallButton } from './Parts';

/** Which count, or a new one of one's own. */
export function CountChoice({
  counts,
  onChoose,
  onBegin,
}: {
  counts: Schemas['FloorCountChoice'][];
  onChoose: (count: number) => void;
  onBegin: (method: 'SPOT' | 'SWEEP') => void;
}) {
  return (
    <Choosing
      title={t('counting.title')}
      find={t(counts.length > 0 ? 'counting.choose' : 'counting.none')}
    >
      {counts.map((count) => (
        <Row
          key={count.id}
          onTap={() => onChoose(count.id)}
          title={<Numbered number={count.number}>{count.note}</Numbered>}
          detail={t(`counting.method.${count.method}`)}
          end={count.slips > 0 && t('counting.progress', { done: count.done, slips: count.slips })}
        />
      ))}
      <ListHead>{t('counting.ownTitle')}</ListHead>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <SmallButton onClick={() => onBegin('SPOT')}>{t('counting.beginSpot')}</SmallButton>
        <SmallButton onClick={() => onBegin('SWEEP')}>{t('counting.beginSweep')}</SmallButton>
      </Box>
    </Choosing>
  );
}
