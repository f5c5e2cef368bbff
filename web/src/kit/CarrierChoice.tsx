import { useQuery } from '@tanstack/react-query';
import { post, question } from '../api/ask';
import type { Schemas } from '../api/client';
import { t } from '../app/words';
import { Choice } from './Choice';
import { ProblemNote } from './ProblemNote';
import { useSave } from './useSave';

/** Gives a weighed unit load of an order to a carrier. */
export function CarrierChoice({ order, load }: { order: number; load: number }) {
  const offers = useQuery({ ...question('/api/outbound/carriage'), staleTime: Infinity });
  const path = { id: order, load };
  const carry = useSave(
    ['outbound', 'on-hand', 'sentence'],
    post('/api/outbound/{id}/parcels/{load}/carriage', path),
  );
  const offered = (offers.data ?? []).map(
    ({ service, most }) =>
      [
        service as string,
        t('packing.offer', { service: t(`packing.service.${service}`), most }),
      ] as const,
  );
  return (
    <>
      <Choice
        label={t('packing.carrier')}
        value=""
        fullWidth
        onChange={(next) =>
          next && carry.mutate({ service: next as Schemas['CarriageEntry']['service'] })
        }
        options={[['', t('packing.noCarrier')], ...offered]}
      />
      <ProblemNote problem={carry.error} />
    </>
  );
}
