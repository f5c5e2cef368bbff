import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { AdjustmentForm } from './AdjustmentForm';

/** The areas where scrap waits, at the sites where one works. */
export function useScrapAreas() {
  const sites = useSites();
  return (sites.data ?? []).flatMap((site) =>
    site.areas
      .filter((area) => area.purpose === 'SCRAP')
      .map((area) => ({ id: area.id, name: `${site.name} · ${area.name}` })),
  );
}

/** Scrap leaves: all that lies in an area for it, as one document. */
export function CollectScrap({
  onDone,
}: {
  onDone: (saved: Schemas['AdjustmentWritten']) => void;
}) {
  const areas = useScrapAreas();
  const [chosen, setArea] = useState('');
  const area = areas.find((one) => String(one.id) === chosen) ?? areas[0];
  if (!area) {
    return null;
  }
  return (
    <Box>
      <Box sx={{ pt: 1, pb: 0.5 }}>
        <Choice
          label={t('adjust.collectFrom')}
          value={String(area.id)}
          onChange={setArea}
          options={areas.map((one) => [String(one.id), one.name] as const)}
        />
      </Box>
      <AdjustmentForm key={area.id} area={area.id} purpose="SCRAP" onDone={onDone} />
    </Box>
  );
}
