import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../app/words';
import { ListHead } from './Parts';
import { named, type Named } from './told';

/** A code with several meanings is never guessed: these are they. */
export function Choices<T extends Named>({
  choices,
  onChoose,
}: {
  choices: T[];
  onChoose: (chosen: T) => void;
}) {
  return (
    <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
      <ListHead>{t('floor.which')}</ListHead>
      {choices.map((one) => (
        <Button
          key={one.kind + one.title + one.detail}
          variant="outlined"
          onClick={() => onChoose(one)}
          sx={{ minHeight: 60, justifyContent: 'space-between', fontSize: 18 }}
        >
          <span>{named(one).title}</span>
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
            {named(one).detail}
          </Box>
        </Button>
      ))}
    </Box>
  );
}
