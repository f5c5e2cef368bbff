import { api, read, type Schemas } from '../api/client';
import type { paths } from '../api/schema';
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
  | { kind: 'line'; line: number; quantity?: string }
  | { kind: 'finish' }
  | { kind: 'why'; why: number; way: Schemas['FloorAdjusting']['way'] }
  | { kind: 'empty' }
  | { kind: 'less'; reason: Schemas['ShortPickEntry']['reason'] }
  | { kind: 'walk'; orders: Schemas['RoundEntry']['orders'] }
  | { kind: 'leave' }
  | { kind: 'load' }
  | { kind: 'basket'; telling: Omit<Schemas['BasketPostEntry'], 'site'> };

/** How a sentence stands, as far as every sentence does. */
export interface Spoken {
  outcome: View['outcome'] | Schemas['FloorCount']['outcome'];
}

/** Where one kind of sentence is heard: how it stands, and where what is said to it goes. */
export interface Desk<V extends Spoken> {
  key: DeskKey;
  load: () => Promise<V>;
  addresses: Partial<Record<Step['kind'], keyof paths>>;
}

const VERB: Desk<View>['addresses'] = {
  scan: '/api/floor/{verb}/scan',
  say: '/api/floor/{verb}/say',
  act: '/api/floor/{verb}/act',
  document: '/api/floor/{verb}/document',
  // What only one verb has to do.
  begin: '/api/floor/transfer/begin',
  sending: '/api/floor/transfer/sending',
  why: '/api/floor/adjust/kind',
  line: '/api/floor/adjust/line',
  empty: '/api/floor/adjust/empty',
  basket: '/api/floor/adjust/posting',
  less: '/api/floor/pick/short',
  walk: '/api/floor/pick/round',
  leave: '/api/floor/pick/leaving',
  load: '/api/floor/pick/load',
};

const COUNT: Desk<View>['addresses'] = {
  scan: '/api/floor/count/scan',
  say: '/api/floor/count/say',
  act: '/api/floor/count/act',
  count: '/api/floor/count/choose',
  method: '/api/floor/count/begin',
  slip: '/api/floor/count/take',
  enter: '/api/floor/count/enter',
  line: '/api/floor/count/line',
  finish: '/api/floor/count/finish',
};

/** The sentence of a verb. */
export function sentenceDesk(site: number, verb: SpokenVerb): Desk<View> {
  return {
    key: ['sentence', site, verb],
    load: () => read(api.GET('/api/floor/{verb}', { params: { path: { verb }, query: { site } } })),
    addresses: VERB,
  };
}

/** The Count sentence. */
export function countDesk(site: number): Desk<Schemas['FloorCount']> {
  return {
    key: ['floor-count', site],
    load: () => read(api.GET('/api/floor/count', { params: { query: { site } } })),
    addresses: COUNT,
  };
}

/** What waits in the outbox of a device may have been said before sentences had one name. */
const ONE_VERB: Record<string, SpokenVerb> = {
  'floor-receive': 'RECEIVE',
  'floor-adjust': 'ADJUST',
};

/** What is said with a step, beside the site. */
function body(step: Step): object {
  switch (step.kind) {
    case 'why':
      return { kind: step.why, way: step.way };
    case 'basket':
      return step.telling;
    default:
      return { ...step, kind: undefined };
  }
}

/**
 * Says something that waited to the sentence it was meant for, whether its page is open or not.
 *
 * @param id the command's id: sent again under the same, it is done once
 * @param ago how many milliseconds ago it was said; a count is compared with the book of then
 */
export function send([name, at, said]: DeskKey, id: string, step: Step, ago: number) {
  const site = Number(at);
  const verb = (said as SpokenVerb | undefined) ?? ONE_VERB[String(name)];
  const { addresses } = name === 'floor-count' ? countDesk(site) : sentenceDesk(site, verb);
  const address = addresses[step.kind];
  if (!address) {
    throw new Error(`No ${String(name)} is about ${step.kind}.`);
  }
  const header = { 'Idempotency-Key': id, ...(ago > 2000 && { 'X-Scanned-Ago': ago }) };
  // Every address takes what its kind of step says, and answers with a sentence.
  return read<Spoken>(
    api.POST(address as '/api/floor/{verb}/scan', {
      params: { header, path: { verb } },
      body: { ...body(step), site } as Schemas['ScanEntry'],
    }),
  );
}
