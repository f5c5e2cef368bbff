import { expect, it } from 'vitest';
import { everyOf } from './everyOf';

type Side = 'LEFT' | 'RIGHT';

it('keeps the order, and does not compile where a member is missing', () => {
  expect(everyOf<Side>()(['RIGHT', 'LEFT'])).toEqual(['RIGHT', 'LEFT']);
  // @ts-expect-error RIGHT is missing
  everyOf<Side>()(['LEFT']);
});
