import { Problem } from '../api/client';
import i18next from 'i18next';
import { houseFormats } from './houseFormats';
import type { Word } from '../app/words';

/**
 * What a text is that someone typed where a number is meant. A single separator before exactly
 * three digits may group them or begin the decimals: then both readings are given.
 */
export type Typed =
  | { kind: 'none' }
  | { kind: 'number'; value: string }
  | { kind: 'either'; readings: readonly [string, string] }
  | { kind: 'unread' };

const MOST_DIGITS = 19;
/** JSON numbers are floats for some readers: as many digits are exact in them. */
const EXACT_DIGITS = 15;

function separators(locale: string | undefined) {
  const parts = new Intl.NumberFormat(locale).formatToParts(12345678.5);
  const of = (type: string) => parts.find((part) => part.type === type)?.value;
  return { decimal: of('decimal') ?? '.', group: of('group') ?? ',' };
}

/** Reads a number as people write it: in the language of the house or of their browser. */
export function typedNumber(text: string, locale = houseFormats().language): Typed {
  const { decimal, group } = separators(locale);
  let plain = text.trim().replace(/[\u2212\u2013]/g, '-');
  if (plain === '') {
    return { kind: 'none' };
  }
  // What only ever groups is no other sign; a language's own signs become the two that follow.
  if (decimal !== '.' && decimal !== ',') {
    plain = plain.replaceAll(decimal, '.');
  }
  if (group !== '.' && group !== ',') {
    plain = plain.replaceAll(group, ' ');
  }
  plain = plain.replace(/(\d)[\s\u00a0\u202f'\u2019](?=\d{3}(\D|$))/g, '$1');
  const match = /^([+-]?)(\d*(?:[.,]\d*)*)$/.exec(plain);
  if (!match || !/\d/.test(match[2])) {
    return { kind: 'unread' };
  }
  const sign = match[1] === '-' ? '-' : '';
  const number = match[2];
  const signs = number.replace(/\d/g, '');
  const last = signs.at(-1);
  const grouped = (of: string, by: string) => {
    const [first, ...rest] = of.split(by);
    return /^[1-9]\d{0,2}$/.test(first) && rest.every((part) => part.length === 3);
  };
  const value = (digits: string): Typed =>
    digits.replace(/\D/g, '').length > MOST_DIGITS
      ? { kind: 'unread' }
      : { kind: 'number', value: canonical(sign, digits) };
  if (!last) {
    return value(number);
  }
  const at = number.lastIndexOf(last);
  const before = number.slice(0, at);
  const after = number.slice(at + 1);
  if (signs.length === 1) {
    const bothWays = grouped(number, last);
    return bothWays
      ? {
          kind: 'either',
          readings: [canonical(sign, before + after), canonical(sign, `${before}.${after}`)],
        }
      : value(`${before || '0'}.${after}`);
  }
  const other = last === '.' ? ',' : '.';
  if (!signs.includes(other)) {
    return grouped(number, last) ? value(number.replaceAll(last, '')) : { kind: 'unread' };
  }
  const decimals = signs.indexOf(last) === signs.length - 1;
  return decimals && grouped(before, other)
    ? value(`${before.replaceAll(other, '')}.${after}`)
    : { kind: 'unread' };
}

/** Digits with a point: no zeros that say nothing before it, none that say nothing after it. */
function canonical(sign: string, digits: string): string {
  const [whole, decimals = ''] = digits.split('.');
  const bare = whole.replace(/^0+(?=\d)/, '') || '0';
  const rest = decimals.replace(/0+$/, '');
  const value = rest ? `${bare}.${rest}` : bare;
  return value === '0' ? value : sign + value;
}

/** A number as a text that can be read in one way only. */
export function unmistakable(value: string): string {
  return /\.\d{3}$/.test(value) ? `${value}0` : value;
}

function unread(key: Word, text: string): Problem {
  return new Problem(0, 'unread-number', i18next.t(key, { text }), {});
}

/**
 * The number that someone typed, in the form in which it is sent: ASCII digits with a point.
 *
 * @throws Problem if it is none, or may be one of two
 */
export function decimal(text: string): string {
  const typed = typedNumber(text);
  switch (typed.kind) {
    case 'number':
      return typed.value;
    case 'either':
      throw unread('number.either', text);
    case 'none':
      throw unread('number.missing', text);
    default:
      throw unread('number.unread', text);
  }
}

/** The number that a text is so far, for what is reckoned while someone types; nothing if none. */
export function soFar(text: string): string | undefined {
  const typed = typedNumber(text);
  return typed.kind === 'number' ? typed.value : undefined;
}

/** The same, or nothing where nothing was typed. */
export function decimalOrNothing(text: string): string | undefined {
  return text.trim() === '' ? undefined : decimal(text);
}

/**
 * A sum of money, or a percentage, for a member that is a number.
 *
 * @throws Problem if it has more digits than such a member keeps exactly
 */
export function amount(text: string): number {
  const value = decimal(text);
  if (value.replace(/\D/g, '').length > EXACT_DIGITS) {
    throw unread('number.tooLong', text);
  }
  return Number(value);
}

/** The same, or nothing where nothing was typed. */
export function amountOrNothing(text: string): number | undefined {
  return text.trim() === '' ? undefined : amount(text);
}

/** A number of whole things. */
export function whole(text: string): number {
  const value = amount(text);
  if (!Number.isInteger(value)) {
    throw unread('number.notWhole', text);
  }
  return value;
}

/** The same, or nothing where nothing was typed. */
export function wholeOrNothing(text: string): number | undefined {
  return text.trim() === '' ? undefined : whole(text);
}

/** What is said so far, or nothing while a number of it can't be read. */
export function readable<T>(said: () => T): T | undefined {
  try {
    return said();
  } catch (fault) {
    if (fault instanceof Problem) {
      return undefined;
    }
    throw fault;
  }
}
