import { get, post } from '../api/ask';
import { api, commandId, read, type Schemas } from '../api/client';
import type { paths } from '../api/schema';
import type { DeskKey } from './outbox';

export type ActionName = Schemas['ActEntry']['action'];
export type Saying = Schemas['FloorSaying'];
/** The sentence of a verb as it stands. */
export type View = Schemas['FloorSentence'];
export type Verb = View['verb'];
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

/** Where one sentence is heard, and how it stands. */
export interface Desk {
  key: DeskKey;
  load: () => Promise<View>;
}

/** The sentence of a verb. */
export function sentenceDesk(site: number, verb: Verb): Desk {
  return {
    key: ['sentence', site, verb],
    load: () => get('/api/floor/{verb}', { verb, site }),
  };
}

/** Begins a new sentence with something, whatever was said before. */
export function beginWith(site: number, verb: Verb, saying: Saying) {
  return post('/api/floor/{verb}/say', { verb })(commandId(), { site, saying, afresh: true });
}

/** Where each step goes. */
const ADDRESSES: Record<Step['kind'], keyof paths> = {
  scan: '/api/floor/{verb}/scan',
  say: '/api/floor/{verb}/say',
  act: '/api/floor/{verb}/act',
  document: '/api/floor/{verb}/document',
  // What only one verb has to do.
  begin: '/api/floor/transfer/begin',
  sending: '/api/floor/transfer/sending',
  why: '/api/floor/adjust/kind',
  empty: '/api/floor/adjust/empty',
  basket: '/api/floor/adjust/posting',
  less: '/api/floor/pick/short',
  walk: '/api/floor/pick/round',
  leave: '/api/floor/pick/leaving',
  load: '/api/floor/pick/load',
  method: '/api/floor/count/begin',
  slip: '/api/floor/count/take',
  enter: '/api/floor/count/enter',
  finish: '/api/floor/count/finish',
  line: '/api/floor/adjust/line',
};

/** What waits in the outbox of a device may have been said before sentences had one name. */
const ONE_VERB: Record<string, Verb> = {
  'floor-receive': 'RECEIVE',
  'floor-adjust': 'ADJUST',
  'floor-count': 'COUNT',
};

/** The verb whose sentence a desk hears. */
export function verbOf([name, , verb]: DeskKey): Verb {
  return (verb as Verb | undefined) ?? ONE_VERB[String(name)];
}

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
export function send(desk: DeskKey, id: string, said: Step, ago: number) {
  const verb = verbOf(desk);
  // A count was chosen by a step of its own once.
  const step: Step = 'count' in said ? { kind: 'document', document: Number(said.count) } : said;
  const address =
    step.kind === 'line' && verb === 'COUNT' ? '/api/floor/count/line' : ADDRESSES[step.kind];
  const header = { 'Idempotency-Key': id, ...(ago > 2000 && { 'X-Scanned-Ago': ago }) };
  // Every address takes what its kind of step says, and answers with the sentence.
  return read(
    api.POST(address as '/api/floor/{verb}/scan', {
      params: { header, path: { verb } },
      body: { ...body(step), site: Number(desk[1]) } as Schemas['ScanEntry'],
    }),
  );
}
