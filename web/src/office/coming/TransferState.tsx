import Box from '@mui/material/Box';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../../api/client';

type State = Schemas['TransferRow']['state'];

const STEPS: State[] = ['PLANNED', 'RELEASED', 'ON_THE_ROAD', 'ARRIVED_IN_PART', 'CLOSED'];

/** A state as a word, with a small rail that fills as the transfer goes on. */
export function TransferState({ state }: { state: State }) {
  const { t } = useTranslation();
  const reached = STEPS.indexOf(state);
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <Box component="span" aria-hidden sx={{ display: 'inline-flex', gap: '2px' }}>
        {STEPS.slice(1).map((step, i) => (
          <Box
            key={step}
            component="span"
            sx={{
              width: 5,
              height: 9,
              border: '1px solid currentColor',
              bgcolor: i < reached ? 'currentColor' : 'transparent',
            }}
          />
        ))}
      </Box>
      {t(`transfer.state.${state}`)}
    </Box>
  );
}
