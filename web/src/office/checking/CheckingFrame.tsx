import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Rail } from '../../kit/Rail';

const ROOMS = [
  'counts',
  'adjustments',
  'approvals',
  'scrap',
  'loans',
  'programme',
  'accuracy',
  'collector',
];

/** Checking: its rooms on the left. */
export function CheckingFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  return (
    <Rail
      label={t('space.checking')}
      rooms={ROOMS.map((room) => [`/office/checking/${room}`, t(`checking.${room}`)] as const)}
    >
      {children}
    </Rail>
  );
}
