import Box from '@mui/material/Box';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { SmallButton, TapRow } from './Parts';

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
  const { t } = useTranslation();
  return (
    <Box sx={{ p: 1.5 }}>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0 }}>
        {t('counting.title')}
      </Box>
      <Box sx={{ color: 'text.secondary', mb: 1 }}>
        {counts.length > 0 ? t('counting.choose') : t('counting.none')}
      </Box>
      {counts.map((count) => (
        <TapRow
          key={count.id}
          onTap={() => onChoose(count.id)}
          title={
            <>
              <Code strong>{count.number}</Code> {count.note}
            </>
          }
          detail={t(`counting.method.${count.method}`)}
          end={count.slips > 0 && t('counting.progress', { done: count.done, slips: count.slips })}
        />
      ))}
      <Box component="h2" sx={{ typography: 'h2', m: 0, mt: 2.5, mb: 1 }}>
        {t('counting.ownTitle')}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <SmallButton onClick={() => onBegin('SPOT')}>{t('counting.beginSpot')}</SmallButton>
        <SmallButton onClick={() => onBegin('SWEEP')}>{t('counting.beginSweep')}</SmallButton>
      </Box>
    </Box>
  );
}
