import { useQuery } from '@tanstack/react-query';
import { post, question } from '../api/ask';
import { t } from '../app/words';
import { Choice } from './Choice';
import { ProblemNote } from './ProblemNote';
import { useSave } from './useSave';

/** Gives a weighed unit load of an order to a carrier. */
export function CarrierChoice({ order, load }: { order: number; load: number }) {
  const offers = useQuery({ ...question('/api/carrier-services'), staleTime: 60_000 });
  const path = { id: order, load };
  const carry = useSave(
    ['outbound', 'on-hand', 'sentence'],
    post('/api/outbound/{id}/parcels/{load}/carriage', path),
  );
  const all = offers.data ?? [];
  const several = new Set(all.map((one) => one.carrierId)).size > 1;
  const offered = all.map(
    ({ carrier, name, most }, i) =>
      [
        String(i + 1),
        t('packing.offer', { service: several ? `${carrier}, ${name}` : name, most }),
      ] as const,
  );
  return (
    <>
      <Choice
        label={t('packing.carrier')}
        value=""
        fullWidth
        onChange={(next) => {
          const offer = all[Number(next) - 1];
          if (offer) {
            carry.mutate({ carrier: offer.carrierId, service: offer.service });
          }
        }}
        options={[['', t('packing.noCarrier')], ...offered]}
      />
      <ProblemNote problem={offers.error ?? carry.error} />
    </>
  );
}
