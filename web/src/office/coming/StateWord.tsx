import Box from '@mui/material/Box';
import { t } from '../../app/words';
import type { Schemas } from '../../api/client';

const SHARE: Record<Schemas['InboundRow']['state'], string> = {
  EXPECTED: '0%',
  ARRIVING: '50%',
  RECEIVED: '100%',
  CLOSED: '100%',
};

/** A state as a word, with a small mark that fills as goods come; closed is crossed. */
export function StateWord({ state }: { state: Schemas['InboundRow']['state'] }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <Box
        component="span"
        aria-hidden
        sx={{
          width: 9,
          height: 9,
          border: '1.5px solid currentColor',
          background:
            state === 'CLOSED'
              ? 'linear-gradient(45deg, transparent 42%, currentColor 42% 58%, transparent 58%)'
              : `linear-gradient(to top, currentColor ${SHARE[state]}, transparent ${SHARE[state]})`,
        }}
      />
      {t(`inbound.state.${state}`)}
    </Box>
  );
}
