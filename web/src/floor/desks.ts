import { api, read, type Schemas } from '../api/client';
import type { DeskKey } from './outbox';

export type ActionName = Schemas['ActEntry']['action'];
export type Saying = Schemas['FloorSaying'];
/** The sentence of a verb as it stands. */
export type View = Schemas['FloorSentence'];
export type Verb = View['verb'];
/** The verbs that are conversations; counting keeps strokes. */
export type SpokenVerb = Exclude<Verb, 'COUNT'>;
/** The verbs of which one end is in transit. */
export type TransferVerb = 'SEND' | 'ARRIVE';

/** One thing said to a sentence. */
export type Step =
  | { kind: 'scan'; text: string }
  | { kind: 'say'; saying: Saying }
  | { kind: 'act'; action: ActionName }
  | { kind: 'document'; document: number }
  | { kind: 'begin'; to: number }
  | { kind: 'sending'; transfer: number; rest: Schemas['SendingEntry']['rest'] }
  | { kind: 'count'; count: number }
  | { kind: 'method'; method: Schemas['CountBeginEntry']['method'] }
  | { kind: 'slip'; slip: number }
  | { kind: 'enter'; place: number }
  | { kind: 'line'; line: number; quantity: string | null }
  | { kind: 'finish' }
  | { kind: 'why'; why: number; way: Schemas['FloorAdjusting']['way'] }
  | { kind: 'empty' }
  | { kind: 'less'; reason: Schemas['ShortPickEntry']['reason'] }
  | { kind: 'walk'; orders: Schemas['RoundEntry']['orders'] }
  | { kind: 'leave' }
  | { kind: 'load' }
  | { kind: 'basket'; telling: Omit<Schemas['BasketPostEntry'], 'site'> };

export type CommandHeader = { header: { 'Idempotency-Key': string } };

/** A step as it is sent, and how many milliseconds ago it was said. */
export type Sent = Step & { ago: number };

/** How a sentence stands, as far as every sentence does. */
export interface Spoken {
  outcome: View['outcome'] | Schemas['FloorCount']['outcome'];
}

/** Where one kind of sentence is heard: how it stands, and what is said to it. */
export interface Desk<V extends Spoken> {
  key: DeskKey;
  load: () => Promise<V>;
  send: (params: CommandHeader, step: Sent) => Promise<V>;
}

/** The sentence of a verb. */
export function sentenceDesk(site: number, verb: SpokenVerb): Desk<View> {
  return {
    key: ['sentence', site, verb],
    load: () => read(api.GET('/api/floor/{verb}', { params: { path: { verb }, query: { site } } })),
    send: ({ header }, step) => {
      const params = { header, path: { verb } };
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/{verb}/scan', { params, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/{verb}/say', { params, body: { site, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/{verb}/act', { params, body: { site, action: step.action } }),
          );
        case 'document':
          return read(
            api.POST('/api/floor/{verb}/document', {
              params,
              body: { site, document: step.document },
            }),
          );
        default:
          return sendMore(site, header, step);
      }
    },
  };
}

/** What only one verb has to do. */
function sendMore(site: number, header: CommandHeader['header'], step: Sent): Promise<View> {
  const params = { header };
  switch (step.kind) {
    case 'begin':
      return read(api.POST('/api/floor/transfer/begin', { params, body: { site, to: step.to } }));
    case 'sending':
      return read(
        api.POST('/api/floor/transfer/sending', {
          params,
          body: { site, transfer: step.transfer, rest: step.rest },
        }),
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
    case 'load':
      return read(api.POST('/api/floor/pick/load', { params, body: { site } }));
    default:
      throw new Error(`No sentence is about ${step.kind}.`);
  }
}

/** The Count sentence. What was scanned a while ago is compared with the book of then. */
export function countDesk(site: number): Desk<Schemas['FloorCount']> {
  return {
    key: ['floor-count', site],
    load: () => read(api.GET('/api/floor/count', { params: { query: { site } } })),
    send: (params, step) => {
      const late = {
        header: { ...params.header, ...(step.ago > 2000 && { 'X-Scanned-Ago': step.ago }) },
      };
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/count/scan', { params: late, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/count/say', { params: late, body: { site, saying: step.saying } }),
          );
        case 'line':
          return read(
            api.POST('/api/floor/count/line', {
              params: late,
              body: { site, line: step.line, quantity: step.quantity ?? undefined },
            }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/count/act', { params, body: { site, action: step.action } }),
          );
        case 'count':
          return read(
            api.POST('/api/floor/count/choose', { params, body: { site, count: step.count } }),
          );
        case 'method':
          return read(
            api.POST('/api/floor/count/begin', { params, body: { site, method: step.method } }),
          );
        case 'slip':
          return read(
            api.POST('/api/floor/count/take', { params, body: { site, slip: step.slip } }),
          );
        case 'enter':
          return read(
            api.POST('/api/floor/count/enter', { params, body: { site, place: step.place } }),
          );
        case 'finish':
          return read(api.POST('/api/floor/count/finish', { params, body: { site } }));
        default:
          throw new Error(`A count is not about ${step.kind}.`);
      }
    },
  };
}

/** What waits in the outbox of a device may have been said before sentences had one name. */
const ONE_VERB: Record<string, SpokenVerb> = {
  'floor-receive': 'RECEIVE',
  'floor-adjust': 'ADJUST',
};

/** The desk that something waiting was said to, whether its page is open or not. */
export function deskOf([name, site, verb]: DeskKey): Desk<Spoken> {
  return name === 'floor-count'
    ? countDesk(Number(site))
    : sentenceDesk(Number(site), (verb as SpokenVerb | undefined) ?? ONE_VERB[String(name)]);
}
