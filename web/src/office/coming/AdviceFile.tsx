import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { Problem } from '../../api/client';
import { useSave } from '../../kit/useSave';
import { DocumentFile } from './DocumentFile';

/** Reads a despatch advice that another system has made. */
export function AdviceFile({ onOpen }: { onOpen: (transfer: number) => void }) {
  const send = useSave(['transfers', 'on-hand'], post('/api/transfers/advices'), (card) =>
    onOpen(card.id),
  );
  const known = send.error instanceof Problem && send.error.type === 'known' ? send.error : null;
  return (
    <DocumentFile help={t('transfer.readHelp')} send={send}>
      {known && (
        <Button variant="outlined" onClick={() => onOpen(Number(known.values.transfer))}>
          {t('transfer.knownAlready')}
        </Button>
      )}
    </DocumentFile>
  );
}
