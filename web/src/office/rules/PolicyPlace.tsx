import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { t } from '../../app/words';
import { Choice, optionsById } from '../../kit/Choice';

const GROUP = 'group:';

/** Where a policy holds, as it is sent: a site, a group of sites, or neither for all. */
export function placeOf(chosen: string): { site?: number; group?: number } {
  return chosen.startsWith(GROUP)
    ? { group: Number(chosen.slice(GROUP.length)) }
    : { site: chosen ? Number(chosen) : undefined };
}

/** Where a policy holds in words. */
export function placeWord(policy: Schemas['Policy']): string {
  return policy.group
    ? t('policy.together', { group: policy.group })
    : (policy.site ?? t('policy.everySite'));
}

/** Chooses where a policy holds: at each site, at one, or at the sites of a group together. */
export function PolicyPlace(field: { value: string; onChange: (value: string) => void }) {
  const sites = useSites().data;
  const groups = useQuery(question('/api/site-groups'));
  return (
    <Choice
      label={t('site')}
      {...field}
      options={[
        ...optionsById(sites, t('policy.everySite')),
        ...(groups.data ?? []).map(
          (group) => [GROUP + group.id, t('policy.together', { group: group.name })] as const,
        ),
      ]}
    />
  );
}
