// @vitest-environment jsdom
import { answers, empty, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useLocation } from 'react-router';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { AskLine } from './AskLine';

const nowhere = { itemId: null, onHand: null, symbol: null, where: [] };
const flare = {
  ...nowhere,
  kind: 'ITEM',
  id: 7,
  title: 'FLR-001',
  detail: 'Parachute flare, red',
  exact: true,
};
const isolde = {
  ...nowhere,
  kind: 'PERSON',
  id: 3,
  title: 'Isolde Penrose',
  detail: '',
  exact: false,
};

beforeEach(() => {
  empty();
  answers('GET', '/api/ask', ({ query }) => (query.get('q') === 'FLR-001' ? [flare] : [isolde]));
});

afterEach(cleanup);

function Where() {
  const { pathname, search } = useLocation();
  return <p data-testid="where">{pathname + search}</p>;
}

function showLine() {
  show(
    <>
      <AskLine />
      <Where />
    </>,
  );
}

const where = () => screen.getByTestId('where').textContent;

it('opens what is scanned, though Enter comes before the answer', async () => {
  showLine();
  await userEvent.keyboard('/FLR-001{Enter}');
  await waitFor(() => expect(where()).toBe('/office/on-hand?open=item:7'));
  expect(sent('GET', '/api/ask').at(-1)?.query.get('q')).toBe('FLR-001');
});

it('stays open when it is asked again at once', async () => {
  showLine();
  await userEvent.keyboard('/FLR-001');
  await screen.findByText('Parachute flare, red');
  await userEvent.keyboard('{Enter}/isolde');
  // Longer than any animation: a list that closes late would be gone by now.
  await new Promise((done) => setTimeout(done, 300));
  expect(await screen.findByRole('option', { name: /Isolde/ })).toBeTruthy();
  await userEvent.keyboard('{Enter}');
  await waitFor(() => expect(where()).toBe('/office/rules/people?open=3'));
});

it('offers doings by their name, chosen by arrows, and Escape lets go', async () => {
  answers('GET', '/api/ask', () => []);
  showLine();
  await userEvent.keyboard('{Control>}k{/Control}item');
  const options = await screen.findAllByRole('option');
  expect(screen.getByRole('listbox', { name: 'Answers' })).toBeTruthy();
  await userEvent.keyboard('{ArrowDown}');
  expect(screen.getByRole('combobox').getAttribute('aria-activedescendant')).toBe(options[1]?.id);
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('listbox')).toBeNull();
  expect(where()).toBe('/');
});

it('says when nothing goes by that name', async () => {
  answers('GET', '/api/ask', () => []);
  showLine();
  await userEvent.keyboard('/zzz');
  expect(await screen.findByText(/zzz/)).toBeTruthy();
});

it('stays open for a click in its list', async () => {
  showLine();
  await userEvent.keyboard('/isolde');
  await userEvent.click(await screen.findByRole('option', { name: /Isolde/ }));
  await waitFor(() => expect(where()).toBe('/office/rules/people?open=3'));
});
