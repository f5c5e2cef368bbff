import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { Problem } from '../../api/client';
import { FilePick } from '../../kit/FilePick';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';

/** Reads a despatch advice that another system has made. */
export function AdviceFile({ onOpen }: { onOpen: (transfer: number) => void }) {
  const send = useSave(['transfers', 'on-hand'], post('/api/transfers/advices'), (card) =>
    onOpen(card.id),
  );
  const known = send.error instanceof Problem && send.error.type === 'known' ? send.error : null;
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Box>{t('transfer.readHelp')}</Box>
      <FilePick
        label={t('transfer.pickFile')}
        accept=".xml,application/xml,text/xml"
        onPick={(file) => send.mutate(new Blob([file], { type: 'application/xml' }))}
      />
      <ProblemNote problem={send.error} />
      {known && (
        <Button variant="outlined" onClick={() => onOpen(Number(known.values.transfer))}>
          {t('transfer.knownAlready')}
        </Button>
      )}
    </Box>
  );
}
