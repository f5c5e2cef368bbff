import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useMay } from '../../app/session';
import { Rail } from '../../kit/Rail';

/** House rules: what there is to set, on the left; what is being set, beside it. */
export function RulesFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  const mayRules = useMay('RULES');
  const mayPeople = useMay('PEOPLE');
  const rooms = [
    'items',
    'places',
    'put-away',
    'removal',
    'suppliers',
    'customers',
    'reasons',
    'counting',
    'labels',
    'house',
    ...(mayRules ? ['devices'] : []),
    ...(mayPeople ? ['people', 'security'] : []),
  ];
  return (
    <Rail
      label={t('space.rules')}
      rooms={rooms.map((room) => [`/office/rules/${room}`, t(`rules.${room}`)] as const)}
    >
      {children}
    </Rail>
  );
}
