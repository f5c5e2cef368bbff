import { useQuery } from '@tanstack/react-query';
import { Fragment, useMemo, type ReactNode } from 'react';
import { question } from '../api/ask';
import { setHouseFormats } from '../kit/houseFormats';

/** Shows the house as it writes numbers, days and times; anew, where it writes otherwise now. */
export function InHouseFormats({ children }: { children: ReactNode }) {
  const house = useQuery(question('/api/house'));
  const { language, timeZone, firstDay } = house.data ?? {};
  const way = useMemo(() => {
    setHouseFormats({
      language: language || undefined,
      timeZone: timeZone || undefined,
      firstDay: firstDay ?? 'MONDAY',
    });
    return [language, timeZone, firstDay].join(' ');
  }, [language, timeZone, firstDay]);
  return house.isPending ? null : <Fragment key={way}>{children}</Fragment>;
}
