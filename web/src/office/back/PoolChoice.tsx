import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read } from '../../api/client';
import { Choice } from '../../kit/Choice';

/** Narrows to the sites that share a cost; empty is the whole house. */
export function PoolChoice({
  value,
  onChange,
}: {
  value: string;
  onChange: (pool: string) => void;
}) {
  const { t } = useTranslation();
  const pools = useQuery({
    queryKey: ['value', 'pools'],
    queryFn: () => read(api.GET('/api/value/pools')),
    staleTime: 60_000,
  });
  return (
    <Choice
      label={t('site')}
      value={value}
      onChange={onChange}
      options={[
        ['', t('value.wholeHouse')],
        ...(pools.data ?? []).map((pool) => [String(pool.id), pool.name] as const),
      ]}
    />
  );
}
