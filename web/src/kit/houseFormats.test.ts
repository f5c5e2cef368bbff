import { afterEach, expect, it } from 'vitest';
import { clock, count, date, instant, money, quantity } from './format';
import { setHouseFormats } from './houseFormats';
import { typedNumber } from './numbers';

afterEach(() => setHouseFormats({ firstDay: 'MONDAY' }));

it('writes numbers, days and moments as the house does', () => {
  setHouseFormats({ language: 'de-DE', timeZone: 'Asia/Tokyo', firstDay: 'MONDAY' });
  expect(quantity('1234.5')).toBe('1.234,5');
  expect(count(12345)).toBe('12.345');
  expect(money(1.5)).toBe('1,50');
  // A moment is in the zone of the house; a plain day is the same everywhere.
  expect(instant('2020-12-31T20:30:00Z')).toMatch(/1\. Jan\. 2021.*05:30/);
  expect(date('2020-12-31')).toMatch(/31\. Dez\. 2020/);
  expect(clock(Date.parse('2020-12-31T20:30:00Z'))).toBe('05:30');
  setHouseFormats({ language: 'en-GB', firstDay: 'MONDAY' });
  expect(quantity('1234.5')).toBe('1,234.5');
});

it('reads numbers as the house writes them', () => {
  setHouseFormats({ language: 'de-DE', firstDay: 'MONDAY' });
  expect(typedNumber('1.234,5')).toEqual({ kind: 'number', value: '1234.5' });
  expect(typedNumber('1,5')).toEqual({ kind: 'number', value: '1.5' });
});

it('tells what happened at a site whose clocks show another time in that time, with its zone', () => {
  setHouseFormats({
    language: 'en-GB',
    timeZone: 'Europe/London',
    firstDay: 'MONDAY',
    zones: { 1: 'Europe/London', 2: 'Asia/Tokyo' },
  });
  expect(instant('2020-12-31T20:30:00Z', 1)).toMatch(/31 Dec 2020.*20:30$/);
  expect(instant('2020-12-31T20:30:00Z', 2)).toMatch(/1 Jan 2021.*05:30 GMT\+9$/);
  expect(instant('2020-12-31T20:30:00Z', 3)).toMatch(/31 Dec 2020.*20:30$/);
});
