import { api, read, type Schemas } from '../api/client';
import { useSentence } from './useSentence';

/** One person's Pick sentence at a site, or their Pack sentence. */
export function usePickDesk(site: number, verb: 'PICK' | 'PACK') {
  return useSentence<Schemas['FloorPick']>(
    ['floor-pick', site, verb],
    () => read(api.GET('/api/floor/pick', { params: { query: { site, verb } } })),
    (params, step) => {
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/pick/scan', { params, body: { site, verb, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/pick/say', { params, body: { site, verb, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/pick/act', { params, body: { site, verb, action: step.action } }),
          );
        case 'less':
          return read(
            api.POST('/api/floor/pick/short', { params, body: { site, reason: step.reason } }),
          );
        case 'walk':
          return read(
            api.POST('/api/floor/pick/round', { params, body: { site, orders: step.orders } }),
          );
        case 'leave':
          return read(api.POST('/api/floor/pick/leaving', { params, body: { site } }));
        case 'order':
          return read(
            api.POST('/api/floor/pick/order', { params, body: { site, order: step.order } }),
          );
        case 'load':
          return read(api.POST('/api/floor/pick/load', { params, body: { site } }));
        default:
          throw new Error(`Picking is not about ${step.kind}.`);
      }
    },
  );
}
