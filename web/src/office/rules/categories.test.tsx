// @vitest-environment jsdom
import { answers, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { CategoryRules } from './CategoryRules';

beforeEach(() => {
  empty();
  answers('GET', '/api/categories/tree', () => [
    { path: 'Safety', depth: 0, items: 0, within: 12 },
    { path: 'Safety/Flares', depth: 1, items: 12, within: 12 },
  ]);
});
afterEach(cleanup);

it('gives a category another name', async () => {
  answers('POST', '/api/categories/moving', () => []);
  show(<CategoryRules />);
  expect(await screen.findByText('Flares')).toBeTruthy();
  await press('Rename or move Safety/Flares');
  const field = screen.getByLabelText(/^New name/);
  expect(field).toHaveProperty('value', 'Safety/Flares');
  fill(field, 'Signals/Flares ');
  await press('Rename');
  await waitFor(() => expect(sent('POST', '/api/categories/moving')).toHaveLength(1));
  expect(sent('POST', '/api/categories/moving')[0]?.body).toEqual({
    from: 'Safety/Flares',
    to: 'Signals/Flares',
    merge: false,
  });
  await waitFor(() => expect(screen.queryByLabelText(/^New name/)).toBeNull());
});

it('merges only when that was said, and keeps what was typed when it is refused', async () => {
  answers('POST', '/api/categories/moving', (one) =>
    (one.body as { merge: boolean }).merge
      ? new Refusal(422, 'Both have a removal rule.', 'both-have-one')
      : new Refusal(409, 'There is a category Lights already.', 'category-exists', { items: 3 }),
  );
  show(<CategoryRules />);
  await press('Rename or move Safety/Flares');
  fill(screen.getByLabelText(/^New name/), 'Lights');
  await press('Rename');
  await press('Merge with Lights (3 items)');
  expect(await screen.findByText('Both have a removal rule.')).toBeTruthy();
  expect(screen.getByLabelText(/^New name/)).toHaveProperty('value', 'Lights');
});

it('shows the tree to whoever may not change it', async () => {
  show(<CategoryRules />, { permissions: ['LOOK'] });
  expect(await screen.findByText('Flares')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^Rename or move/ })).toBeNull();
});
