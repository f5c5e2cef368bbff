import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { question } from '../api/ask';
import { t } from '../app/words';
import { Choice } from './Choice';

const KEPT = 'reliquum.scale';

/** The scales that can be used at a site; where they are several, the one that this device uses. */
export function useScale(site: number) {
  const scales = useQuery({ ...question('/api/scales'), staleTime: 60_000 });
  const [chosen, setChosen] = useState(() => localStorage.getItem(KEPT) ?? '');
  const usable = (scales.data ?? []).filter(
    (one) => one.active && (one.siteId === null || one.siteId === site),
  );
  const scale = usable.find((one) => String(one.id) === chosen);
  return {
    scale: scale?.id,
    usable,
    choose: (id: string) => {
      localStorage.setItem(KEPT, id);
      setChosen(id);
    },
  };
}

/** Says on which scale one weighs, where there are several. */
export function ScaleChoice({ scale, usable, choose }: ReturnType<typeof useScale>) {
  if (usable.length < 2) {
    return null;
  }
  return (
    <Choice
      label={t('packing.scale')}
      value={scale === undefined ? '' : String(scale)}
      onChange={choose}
      options={[
        ['', t('packing.usualScale')],
        ...usable.map((one) => [String(one.id), one.name] as const),
      ]}
    />
  );
}
