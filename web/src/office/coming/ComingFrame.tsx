import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useMay } from '../../app/session';
import { Rail } from '../../kit/Rail';

/** Coming and going: its rooms on the left. */
export function ComingFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  const mayPost = useMay('POST');
  const rooms = ['inbound', 'transfers', 'outbound', 'waiting', ...(mayPost ? ['letters'] : [])];
  return (
    <Rail
      label={t('space.coming')}
      rooms={rooms.map((room) => [`/office/coming/${room}`, t(`coming.${room}`)] as const)}
    >
      {children}
    </Rail>
  );
}
