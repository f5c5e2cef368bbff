import { useQuery } from '@tanstack/react-query';
import { Fragment, useEffect, useMemo, useState, type ReactNode } from 'react';
import { question } from '../api/ask';
import { setHouseFormats } from '../kit/houseFormats';
import { languageFor, speak, type Language } from './languages';

/**
 * Shows the house in the language of the one who looks, and as it writes numbers, days and times;
 * anew, where it is another language or it writes otherwise now.
 */
export function InHouseFormats({ children }: { children: ReactNode }) {
  const house = useQuery(question('/api/house'));
  const own = useQuery({ ...question('/api/own-choices'), staleTime: 60_000 });
  const language = own.isPending ? undefined : languageFor(own.data?.language);
  const [spoken, setSpoken] = useState<Language>();
  useEffect(() => {
    if (language) {
      void speak(language).then(() => setSpoken(language));
    }
  }, [language]);
  const sites = useQuery({ ...question('/api/sites'), staleTime: 60_000 });
  const zones = useMemo(
    () => Object.fromEntries(sites.data?.map((site) => [site.id, site.timeZone]) ?? []),
    [sites.data],
  );
  const { language: written, timeZone, firstDay } = house.data ?? {};
  const way = useMemo(() => {
    setHouseFormats({
      language: formatsOf(written, language),
      timeZone: timeZone || undefined,
      firstDay: firstDay ?? 'MONDAY',
      zones,
    });
    return [language, written, timeZone, firstDay, JSON.stringify(zones)].join(' ');
  }, [language, written, timeZone, firstDay, zones]);
  return house.isPending ||
    sites.isPending ||
    spoken === undefined ||
    spoken !== language ? null : (
    <Fragment key={way}>{children}</Fragment>
  );
}

/** How numbers and days are written: as the house does, or the browser, where that is in the language. */
function formatsOf(house: string | undefined, language: Language | undefined): string | undefined {
  const isIn = (of: string | undefined) => !!of && (!language || of.startsWith(language));
  return isIn(house) ? house : isIn(navigator.language) ? undefined : language;
}
