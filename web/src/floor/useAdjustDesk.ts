import { api, read, type Schemas } from '../api/client';
import { useSentence } from './useSentence';

/** One person's Adjust sentence and basket at a site. */
export function useAdjustDesk(site: number) {
  return useSentence<Schemas['FloorAdjust']>(
    ['floor-adjust', site],
    () => read(api.GET('/api/floor/adjust', { params: { query: { site } } })),
    (params, step) => {
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/adjust/scan', { params, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/adjust/say', { params, body: { site, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/adjust/act', { params, body: { site, action: step.action } }),
          );
        case 'why':
          return read(
            api.POST('/api/floor/adjust/kind', {
              params,
              body: { site, kind: step.why, way: step.way },
            }),
          );
        case 'line':
          return read(
            api.POST('/api/floor/adjust/line', {
              params,
              body: { site, line: step.line, quantity: step.quantity ?? undefined },
            }),
          );
        case 'empty':
          return read(api.POST('/api/floor/adjust/empty', { params, body: { site } }));
        case 'basket':
          return read(
            api.POST('/api/floor/adjust/posting', { params, body: { ...step.telling, site } }),
          );
        default:
          throw new Error(`Putting the book right is not about ${step.kind}.`);
      }
    },
  );
}
