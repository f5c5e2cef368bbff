import Box from '@mui/material/Box';
import { t } from '../app/words';
import { instant } from './format';

/** A step of a document's way: its word, when it was reached, and whether it stands there now. */
export interface WayStep {
  key: string;
  word: string;
  at?: string | null;
  now: boolean;
}

/** The way of a document as a line with a stop for each step, and when it was reached. */
export function Way({ steps, site }: { steps: WayStep[]; site?: number }) {
  return (
    <Box
      component="ol"
      aria-label={t('way')}
      sx={{ display: 'flex', listStyle: 'none', p: 0, m: 0, my: 1.5 }}
    >
      {steps.map((step, i) => (
        <Box
          component="li"
          key={step.key}
          aria-current={step.now ? 'step' : undefined}
          sx={{ flex: 1, minWidth: 0, pr: 0.5 }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', height: 24 }}>
            <Box
              sx={{
                width: step.now ? 16 : 11,
                height: step.now ? 16 : 11,
                flexShrink: 0,
                border: '2px solid currentColor',
                transform: 'rotate(45deg)',
                bgcolor: step.at ? 'text.primary' : 'transparent',
              }}
            />
            {i < steps.length - 1 && (
              <Box
                sx={{
                  flex: 1,
                  ml: 0.5,
                  borderTop: steps[i + 1]?.at ? '3px solid' : '2px dashed',
                  borderColor: 'text.primary',
                }}
              />
            )}
          </Box>
          <Box sx={{ fontWeight: step.now ? 700 : 400, mt: 0.5, lineHeight: 1.15 }}>
            {step.word}
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
            {step.at ? instant(step.at, site) : ''}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** A state as a word, with a small rail that fills as the document goes on. */
export function WayWord({ steps, at, word }: { steps: number; at: number; word: string }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      <Box component="span" aria-hidden sx={{ display: 'inline-flex', gap: '2px' }}>
        {Array.from({ length: steps }, (_, i) => (
          <Box
            key={i}
            component="span"
            sx={{
              width: 5,
              height: 9,
              border: '1px solid currentColor',
              bgcolor: i < at ? 'currentColor' : 'transparent',
            }}
          />
        ))}
      </Box>
      {word}
    </Box>
  );
}
