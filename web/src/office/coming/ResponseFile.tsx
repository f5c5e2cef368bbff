import { post } from '../../api/ask';
import { t } from '../../app/words';
import { useSave } from '../../kit/useSave';
import { DocumentFile } from './DocumentFile';

/** Reads what the system of a supplier has answered to an order. */
export function ResponseFile({ onOpen }: { onOpen: (order: number) => void }) {
  const send = useSave(['inbound', 'replenishment'], post('/api/inbound/responses'), (card) =>
    onOpen(card.id),
  );
  return <DocumentFile help={t('inbound.responseHelp')} send={send} />;
}
