import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { question } from '../../api/ask';
import { optionsById } from '../../kit/Choice';
import { AddressChoice } from '../../kit/AddressFields';

/** Narrows to the sites that share a cost; empty is the whole house. */
export function PoolChoice() {
  const { t } = useTranslation();
  const pools = useQuery({ ...question('/api/value/pools'), staleTime: 60_000 });
  return (
    <AddressChoice
      name="pool"
      label={t('site')}
      options={optionsById(pools.data, t('value.wholeHouse'))}
    />
  );
}
