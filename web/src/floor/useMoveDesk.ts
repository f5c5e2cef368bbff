import { api, read, type Schemas } from '../api/client';
import { useSentence } from './useSentence';

type View = Schemas['FloorMove'];

/** The verbs of which one end is the road. */
export type TransferVerb = 'SEND' | 'ARRIVE';

/** The verbs by which goods go from one place to another. */
export type MovingVerb = 'MOVE' | 'PUT_AWAY' | TransferVerb;

/** One person's sentence of such a verb at a site. */
export function useMoveDesk(site: number, verb: MovingVerb) {
  return useSentence<View>(
    ['floor-move', site, verb],
    () => read(api.GET('/api/floor/move', { params: { query: { site, verb } } })),
    (params, step) => {
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/move/scan', { params, body: { site, verb, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/move/say', { params, body: { site, verb, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/move/act', { params, body: { site, verb, action: step.action } }),
          );
        case 'transfer':
          return read(
            api.POST('/api/floor/transfer', {
              params,
              body: { site, verb, transfer: step.transfer },
            }),
          );
        case 'begin':
          return read(
            api.POST('/api/floor/transfer/begin', { params, body: { site, to: step.to } }),
          );
        case 'sending':
          return read(
            api.POST('/api/floor/transfer/sending', {
              params,
              body: { site, transfer: step.transfer, rest: step.rest },
            }),
          );
        default:
          throw new Error(`A move is not about ${step.kind}.`);
      }
    },
  );
}
