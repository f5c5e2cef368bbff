import i18n, { t } from '../app/words';
import type { Schemas } from '../api/client';
import { date, quantity } from '../kit/format';
import type { Verb, View } from './desks';

type Told = Schemas['Told'];
type Values = Record<string, unknown>;
/** Words whose key is put together: a test asks that the catalogue has them. */
const phrase = t as (key: string, values: Values) => string;

const QUANTITIES = ['asked', 'held', 'open', 'most', 'shortBy', 'quantity', 'missing', 'room'];
const DAYS = ['expiry', 'today', 'known', 'said'];
const KINDS = ['part', 'fault', 'why', 'verb', 'limit'];

/**
 * By what the words for a thing may differ: what kind it is of, what is true of it, and what there
 * is none of, as `no-places`.
 */
function marks(values: Values): string[] {
  const kinds = KINDS.map((name) => values[name]).filter(Boolean) as string[];
  const others = Object.entries(values).flatMap(([name, value]) => {
    const none =
      value === '' ||
      (QUANTITIES.includes(name) && Number(value) === 0) ||
      value === 0 ||
      value === false ||
      (Array.isArray(value) && value.length === 0);
    return none ? [`no-${name}`] : value === true || name === 'more' ? [name] : [];
  });
  return [...kinds, ...others];
}

/** The endings that a key may have, the most telling first: two marks together, then one, then none. */
function endings(of: string[]): string[] {
  const pairs = of.flatMap((one, i) => of.slice(i + 1).map((other) => `_${one}_${other}`));
  return [...pairs, ...of.map((one) => `_${one}`), ''];
}

/**
 * Says what the server tells: it sends a type and values, and the catalogue has the words, which may
 * differ by verb. What it is about can be named as `document`.
 */
export function teller(verb?: Verb, about?: View['transfer']) {
  const words = (key: string, values: Values, by: string[]) => {
    const found = endings(by).find((ending) => i18n.exists(key + ending));
    return phrase(key + (found ?? ''), values);
  };
  const readable = (values: Values): Values => {
    const read: Values = {
      document: about?.number,
      documentFrom: about?.from,
      documentTo: about?.to,
    };
    for (const [name, value] of Object.entries(values)) {
      read[name] = QUANTITIES.includes(name)
        ? Number(value) === 0
          ? '0'
          : quantity(String(value))
        : DAYS.includes(name)
          ? date(String(value))
          : name === 'wanted'
            ? (value as Schemas['FloorSentence']['wanted']).map((one) => t(`wanted.${one}`))
            : value;
    }
    return read;
  };
  const say = (group: 'refusal' | 'told' | 'against' | 'verdict', told: Told): string => {
    const { type, values } = told;
    const read = readable(values);
    const by = marks(values);
    if (type === 'not-instead') {
      read.why = t(`notInstead.${values.why as 'RESERVED'}`);
    }
    if (type === 'other-date') {
      read.day = t(`lotDay.${values.day as 'EXPIRY'}`);
    }
    if (values.fault && 'identifier' in values) {
      read.fault = t(`labelFault.${values.fault as 'LENGTH'}`, read);
    }
    if (values.against) {
      read.against = say('against', values.against as Told);
    }
    if ('part' in values) {
      read.goods = words('told.goods', read, by);
    }
    return words(`${group}.${type}`, read, verb ? [verb, ...by] : by);
  };
  return {
    refusal: (told: Told) => say('refusal', told),
    /** What a bin has against goods, as a sentence. */
    against: (told: Told) => say('against', told),
    /** What was said of a bin that is named already. */
    verdict: (told: Told) => say('verdict', told),
    told: (all: Told[]) => all.map((one) => say('told', one)).join(' '),
  };
}

export type Named = Pick<Schemas['FloorHit'], 'kind' | 'title' | 'detail'> &
  Partial<Pick<Schemas['FloorHit'], 'due' | 'overdue'>>;

/** What something that was scanned is called, and what there is to say of it. */
export function named(of: Named) {
  const words = (key: string, otherwise: string) =>
    i18n.exists(key) ? phrase(key, { ...of, due: of.due ? date(of.due) : '' }) : otherwise;
  const ending = of.overdue ? '_overdue' : of.due ? '_due' : '';
  return {
    title: words(`hit.title.${of.kind}`, of.title),
    detail: words(`hit.detail.${of.kind}${ending}`, of.detail),
  };
}
