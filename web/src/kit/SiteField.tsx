import { t } from '../app/words';
import { useSites } from '../app/session';
import { Choice, optionsById } from './Choice';

/** The site that is meant: the first, until one is chosen. */
export function useSite(chosen: string) {
  const sites = useSites().data;
  return sites?.find((one) => String(one.id) === chosen) ?? sites?.[0];
}

/** A site, of those that this person may look at. */
export function SiteField({
  value,
  onChange,
  label,
}: {
  value: string;
  onChange: (site: string) => void;
  label?: string;
}) {
  const site = useSite(value);
  return (
    <Choice
      label={label ?? t('site')}
      value={String(site?.id ?? '')}
      onChange={onChange}
      options={optionsById(useSites().data)}
    />
  );
}
