import { t } from '../../app/words';
import type { Schemas } from '../../api/client';
import { WayWord } from '../../kit/Way';

type State = Schemas['TransferRow']['state'];

const STEPS: State[] = ['PLANNED', 'READY_TO_SEND', 'IN_TRANSIT', 'PARTLY_RECEIVED', 'CLOSED'];

/** How far a transfer is. */
export function TransferState({ state }: { state: State }) {
  return (
    <WayWord
      steps={STEPS.length - 1}
      at={STEPS.indexOf(state)}
      word={t(`transfer.state.${state}`)}
    />
  );
}
