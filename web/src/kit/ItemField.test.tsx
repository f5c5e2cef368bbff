// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import type { Schemas } from '../api/client';
import { answers, empty, sent, show } from '../testing/house';
import { ItemField } from './ItemField';

function item(id: number, code: string, name: string): Schemas['ItemRow'] {
  return {
    id,
    code,
    name,
    active: true,
    category: '',
    decimals: 0,
    hazardClass: '',
    tracking: 'NONE',
    unit: 'PIECE',
  };
}

beforeEach(() => {
  empty();
  answers('GET', '/api/items', ({ query }) => {
    const all = [item(1, 'FLR-001', 'Parachute flare'), item(2, 'FLR-002', 'Hand flare')];
    const rows = all.filter((one) =>
      (query.get('q') ?? '')
        .split(' ')
        .every((word) => `${one.code} ${one.name}`.toLowerCase().includes(word.toLowerCase())),
    );
    return { total: rows.length, offset: 0, rows };
  });
  answers('GET', '/api/on-hand', () => ({
    total: 1,
    offset: 0,
    rows: [{ key: '1', itemId: 1, available: '48', onHand: '50', symbol: 'pc' }],
  }));
});
afterEach(cleanup);

function Asking() {
  const [code, setCode] = useState('');
  return (
    <>
      <ItemField label="Item" site={3} value={code} onChange={setCode} />
      <output>{code}</output>
    </>
  );
}

function type(text: string) {
  const field = screen.getByRole('combobox', { name: 'Item' });
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: text } });
}

const said = () => document.querySelector('output')?.textContent;

it('finds an item by any words of it, with what there is, and takes its code', async () => {
  show(<Asking />);
  type('flare hand');
  expect(await screen.findByText('Hand flare')).toBeTruthy();
  expect(screen.queryByText('Parachute flare')).toBeNull();
  type('flare');
  fireEvent.click(await screen.findByText('Parachute flare'));
  await waitFor(() => expect(said()).toBe('FLR-001'));
  expect(await screen.findByText('Parachute flare')).toBeTruthy();
  expect(sent('GET', '/api/on-hand').every((one) => one.query.get('site') === '3')).toBe(true);
});

it('shows how much is available of each, and says what there is none of', async () => {
  show(<Asking />);
  type('flare');
  const first = (await screen.findByText('Parachute flare')).closest('li');
  await waitFor(() => expect(first?.textContent).toContain('48pc'));
  expect((await screen.findByText('Hand flare')).closest('li')?.textContent).toContain('none');
});

it('goes on saying what it is when one goes on, so that nothing moves under a click', async () => {
  show(<Asking />);
  type('FLR-001');
  expect(await screen.findByText('Parachute flare', { selector: 'p' })).toBeTruthy();
  fireEvent.blur(screen.getByRole('combobox', { name: 'Item' }));
  expect(screen.getByText('Parachute flare', { selector: 'p' })).toBeTruthy();
  type('nix');
  expect(await screen.findByText('No item matches.')).toBeTruthy();
  fireEvent.blur(screen.getByRole('combobox', { name: 'Item' }));
  expect(screen.getByText('No item matches.')).toBeTruthy();
});

it('leaves what was scanned as it is, and says so when no item has these words', async () => {
  show(<Asking />);
  type('04012345678901');
  expect(said()).toBe('04012345678901');
  expect(await screen.findByText('No item matches.')).toBeTruthy();
});
