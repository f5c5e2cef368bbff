// @vitest-environment jsdom
import { expect, it } from 'vitest';
import '../app/words';
import { amount, decimal, typedNumber, whole } from './numbers';
import { minus, plus, times } from './sums';

it.each([
  ['6', '6'],
  [' 12.5 ', '12.5'],
  ['2,5', '2.5'],
  ['0.125', '0.125'],
  ['0,125', '0.125'],
  ['1234.567', '1234.567'],
  ['1,234.5', '1234.5'],
  ['1.234,5', '1234.5'],
  ['1,234,567', '1234567'],
  ['1.234.567', '1234567'],
  ['1.234.567,25', '1234567.25'],
  ['12 345,5', '12345.5'],
  ["12'345.5", '12345.5'],
  ['1 000', '1000'],
  ['-3,5', '-3.5'],
  ['\u22123', '-3'],
  ['007', '7'],
  ['.5', '0.5'],
  ['5.', '5'],
  ['2.50', '2.5'],
  ['-0', '0'],
  ['123456789012.123456', '123456789012.123456'],
])('reads %s as %s', (text, value) => {
  expect(typedNumber(text)).toEqual({ kind: 'number', value });
});

it.each([
  ['1,000', ['1000', '1']],
  ['1.000', ['1000', '1']],
  ['12.345', ['12345', '12.345']],
  ['123,456', ['123456', '123.456']],
  ['-1,250', ['-1250', '-1.25']],
])('asks which number %s is', (text, readings) => {
  expect(typedNumber(text)).toEqual({ kind: 'either', readings });
  expect(() => decimal(text)).toThrow(text);
});

it.each([
  'x',
  '1,2,3',
  '1.2.3',
  '1,23,456',
  '12,34.5,6',
  '1e3',
  '0x10',
  '\u0661\u0662',
  '\uff15',
  '1..2',
  '1,,000',
  '--1',
  '1-',
  '12345678901234567890',
  '.',
  '1.234,567.8',
])('does not read %s', (text) => {
  expect(typedNumber(text)).toEqual({ kind: 'unread' });
  expect(() => decimal(text)).toThrow();
});

it('knows the signs of other languages', () => {
  expect(typedNumber('1\u00a0234,5', 'fr')).toEqual({ kind: 'number', value: '1234.5' });
  expect(typedNumber('1\u2019234.5', 'de-CH')).toEqual({ kind: 'number', value: '1234.5' });
});

it('keeps money and whole numbers as they were typed', () => {
  expect(amount('1.234,56')).toBe(1234.56);
  expect(() => amount('1234567890123456')).toThrow();
  expect(whole('12')).toBe(12);
  expect(() => whole('2,9')).toThrow();
});

it('reckons exactly', () => {
  expect(plus('0.1', '0.2')).toBe('0.3');
  expect(minus('9999999999999.999999', '0.000001')).toBe('9999999999999.999998');
  expect(times('0.1', '3')).toBe('0.3');
});
