import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Rail } from '../../kit/Rail';

const ROOMS = ['ledger', 'value', 'changes', 'usage', 'books'];

/** Looking back: its rooms on the left. */
export function BackFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  return (
    <Rail
      label={t('space.lookingBack')}
      rooms={ROOMS.map(
        (room) => [`/office/looking-back/${room}`, t(`lookingBack.${room}`)] as const,
      )}
    >
      {children}
    </Rail>
  );
}
