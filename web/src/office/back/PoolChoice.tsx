import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { optionsById } from '../../kit/Choice';
import { AddressChoice } from '../../kit/AddressFields';

/** Narrows to the sites that share a cost; empty is the whole house. */
export function PoolChoice() {
  const pools = useQuery({ ...question('/api/value/pools'), staleTime: 60_000 });
  return (
    <AddressChoice
      name="pool"
      label={t('site')}
      options={optionsById(pools.data, t('value.wholeHouse'))}
    />
  );
}
