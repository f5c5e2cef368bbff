// @vitest-environment jsdom
import { cleanup } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import '../app/words';
import type { Verb, View } from './desks';
import { named, teller } from './told';

afterEach(cleanup);

const transfer = { number: 'TR-7', from: 'Kittiwake Quay', to: 'Pontoon Shop' } as View['transfer'];

function refusal(type: string, values: Record<string, unknown>, verb?: Verb) {
  return teller(verb, transfer).refusal({ type, values });
}

it('says one thing in other words where a verb has its own', () => {
  const values = { item: 'Rope', asked: '51', open: '50', most: '50' };
  expect(refusal('too-much', values, 'RECEIVE')).toBe(
    'The order still expects 50 of Rope, you said 51. At most 50 may come in.',
  );
  expect(refusal('too-much', values, 'SEND')).toBe('TR-7 asks for 50 more of Rope, you said 51.');
  expect(refusal('too-much', { ...values, most: '0' }, 'SEND')).toBe(
    'TR-7 asks for no more Rope, you said 51.',
  );
  expect(refusal('not-on-list', { item: 'Rope' }, 'PICK')).toBe(
    'That is Rope, which is not on the list.',
  );
});

it('leaves out what there is none of, and lists what there is', () => {
  const places = ['QA-01-A', 'QA-02-A'];
  expect(refusal('not-there', { place: 'B-01', item: 'Flare', places, more: 0 })).toBe(
    'Bin B-01 holds no Flare. It lies in QA-01-A and QA-02-A.',
  );
  expect(refusal('not-there', { place: 'B-01', item: 'Flare', places: [], more: 0 })).toBe(
    'Bin B-01 holds no Flare.',
  );
  expect(refusal('unknown-code', { text: 'XYZ', fault: '', wanted: ['ITEM', 'FROM'] })).toBe(
    'XYZ not found. Expected an item or the bin it comes from.',
  );
  expect(refusal('unknown-code', { text: 'XYZ', fault: '', wanted: [], more: 0 })).toMatch(
    /^XYZ not found. Expected a bin, an item/,
  );
});

it('says by its kind what is wrong with a quantity', () => {
  const values = { fault: 'NOT_WHOLE', given: '1.5', limit: 0 };
  expect(refusal('wrong-quantity', values, 'MOVE')).toBe(
    '1.5 is not whole. This is counted in whole units.',
  );
});

it('tells what was done, and all of it', () => {
  const { told } = teller('PICK');
  const goods = { part: 'NONE', quantity: '10', item: 'Flare', lot: 'K1', serial: '' };
  expect(
    told([
      { type: 'done', values: { ...goods, from: 'QA-01-A', order: 'OB-1' } },
      {
        type: 'short',
        values: { quantity: '2', place: 'QA-01-A', elsewhere: ['QA-02-A'], missing: '0' },
      },
    ]),
  ).toBe('Picked 10 × Flare, lot K1 from QA-01-A for OB-1. 2 short in QA-01-A: now from QA-02-A.');
  const moved = teller('MOVE').told;
  const values = { ...goods, lot: '', from: 'A', to: 'B', kinds: 2, load: '' };
  expect(moved([{ type: 'moved', values }])).toBe('Moved 10 × Flare from A to B.');
  expect(moved([{ type: 'moved', values: { ...values, part: 'EVERYTHING', item: '' } }])).toBe(
    'Moved everything (2 kinds of goods) from A to B.',
  );
  expect(moved([{ type: 'moved', values: { ...values, part: 'ONTO', load: 'T-1' } }])).toBe(
    'Moved 10 × Flare from A onto T-1.',
  );
});

it('takes a lot that is called 0 for a lot', () => {
  const values = { part: 'NONE', quantity: '2', item: 'Flare', lot: '0', serial: '' };
  const { told } = teller('RECEIVE');
  expect(told([{ type: 'done', values: { ...values, place: 'DOCK-1' } }])).toBe(
    'Received 2 × Flare, lot 0 at DOCK-1.',
  );
});

it('names what was scanned', () => {
  expect(named({ kind: 'LOT', title: 'K1', detail: 'Flare' })).toEqual({
    title: 'Lot K1',
    detail: 'Flare',
  });
  expect(
    named({ kind: 'LOAN', title: 'B-77', detail: 'Lifeboat', due: '2019-01-10', overdue: true })
      .detail,
  ).toMatch(/^On loan to Lifeboat, due .*2019, overdue$/);
});
