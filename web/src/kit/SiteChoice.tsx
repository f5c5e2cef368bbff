import { t } from '../app/words';
import { useSites } from '../app/session';
import { Choice } from './Choice';

/** Narrows to one site; empty is every site that this person may look at. */
export function SiteChoice({
  value,
  onChange,
}: {
  value: string;
  onChange: (site: string) => void;
}) {
  const sites = useSites();
  return (
    <Choice
      label={t('site')}
      value={value}
      onChange={onChange}
      options={[
        ['', t('everySite')],
        ...(sites.data ?? []).map((one) => [String(one.id), one.name] as const),
      ]}
    />
  );
}
