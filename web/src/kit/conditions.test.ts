import { describe, expect, it } from 'vitest';
import { beginning, readCondition, written, type Condition } from './conditions';

describe('a condition in an address', () => {
  it.each<Condition>([
    { column: 'STATE', comparison: 'IS', value: 'SHORT' },
    { column: 'NOTE', comparison: 'HOLDS', value: 'dock 3: left, or right & 50 %' },
    { column: 'NEEDED', comparison: 'EMPTY', value: '' },
  ])('is read as it was written: %o', (one) => {
    const address = new URLSearchParams([['where', written(one)]]).toString();
    expect(readCondition(new URLSearchParams(address).get('where')!)).toEqual(one);
  });

  it('begins a day where the reader is', () => {
    expect(new Date(beginning('2026-11-28')).getHours()).toBe(0);
    expect(new Date(beginning('2026-11-28')).getDate()).toBe(28);
  });
});
