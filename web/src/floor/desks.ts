import { api, read, type Schemas } from '../api/client';
import type { DeskKey } from './outbox';

export type ActionName = Schemas['ActEntry']['action'];
export type Saying = Schemas['FloorSaying'];

/** The verbs of which one end is the road. */
export type TransferVerb = 'SEND' | 'ARRIVE';

/** The verbs by which goods go from one place to another. */
export type MovingVerb = 'MOVE' | 'PUT_AWAY' | TransferVerb;

/** One thing said to a sentence. */
export type Step =
  | { kind: 'scan'; text: string }
  | { kind: 'say'; saying: Saying }
  | { kind: 'act'; action: ActionName }
  | { kind: 'order'; order: number }
  | { kind: 'transfer'; transfer: number }
  | { kind: 'begin'; to: number }
  | { kind: 'sending'; transfer: number; rest: Schemas['SendingEntry']['rest'] }
  | { kind: 'count'; count: number }
  | { kind: 'method'; method: Schemas['CountBeginEntry']['method'] }
  | { kind: 'slip'; slip: number }
  | { kind: 'enter'; place: number }
  | { kind: 'line'; line: number; quantity: string | null }
  | { kind: 'finish' }
  | { kind: 'why'; why: number; way: Schemas['FloorAdjust']['way'] }
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
  outcome: Schemas['FloorMove']['outcome'] | Schemas['FloorCount']['outcome'];
}

/** Where one kind of sentence is heard: how it stands, and what is said to it. */
export interface Desk<V extends Spoken> {
  key: DeskKey;
  load: () => Promise<V>;
  send: (params: CommandHeader, step: Sent) => Promise<V>;
}

/** A sentence by which goods move. */
export function moveDesk(site: number, verb: MovingVerb): Desk<Schemas['FloorMove']> {
  return {
    key: ['floor-move', site, verb],
    load: () => read(api.GET('/api/floor/move', { params: { query: { site, verb } } })),
    send: (params, step) => {
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
  };
}

/** The Receive sentence. */
export function receiveDesk(site: number): Desk<Schemas['FloorReceive']> {
  return {
    key: ['floor-receive', site],
    load: () => read(api.GET('/api/floor/receive', { params: { query: { site } } })),
    send: (params, step) => {
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/receive/scan', { params, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/receive/say', { params, body: { site, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/receive/act', { params, body: { site, action: step.action } }),
          );
        case 'order':
          return read(
            api.POST('/api/floor/receive/order', { params, body: { site, order: step.order } }),
          );
        default:
          throw new Error(`A receipt is not about ${step.kind}.`);
      }
    },
  };
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

/** The Adjust sentence and its lines. */
export function adjustDesk(site: number): Desk<Schemas['FloorAdjust']> {
  return {
    key: ['floor-adjust', site],
    load: () => read(api.GET('/api/floor/adjust', { params: { query: { site } } })),
    send: (params, step) => {
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
          throw new Error(`An adjustment is not about ${step.kind}.`);
      }
    },
  };
}

/** The Pick sentence, or the Pack sentence. */
export function pickDesk(site: number, verb: 'PICK' | 'PACK'): Desk<Schemas['FloorPick']> {
  return {
    key: ['floor-pick', site, verb],
    load: () => read(api.GET('/api/floor/pick', { params: { query: { site, verb } } })),
    send: (params, step) => {
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
  };
}

/** The desk that something waiting was said to, whether its page is open or not. */
export function deskOf([name, site, verb]: DeskKey): Desk<Spoken> {
  const at = Number(site);
  switch (name) {
    case 'floor-move':
      return moveDesk(at, verb as MovingVerb);
    case 'floor-receive':
      return receiveDesk(at);
    case 'floor-count':
      return countDesk(at);
    case 'floor-adjust':
      return adjustDesk(at);
    case 'floor-pick':
      return pickDesk(at, verb as 'PICK' | 'PACK');
    default:
      throw new Error(`There is no desk ${name}.`);
  }
}
