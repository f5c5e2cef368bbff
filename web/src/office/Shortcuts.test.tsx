// @vitest-environment jsdom
import { empty, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { Shortcuts } from './Shortcuts';

beforeEach(empty);
afterEach(cleanup);

it('lists the keys of a table only where there is one', async () => {
  show(<Shortcuts />);
  await userEvent.keyboard('?');
  expect(await screen.findByText('Keyboard shortcuts')).toBeTruthy();
  expect(screen.queryByText('Move through the rows')).toBeNull();
  await userEvent.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByText('Keyboard shortcuts')).toBeNull());
  cleanup();
  show(
    <>
      <div role="grid" />
      <Shortcuts />
    </>,
  );
  await userEvent.keyboard('?');
  expect(await screen.findByText('Move through the rows')).toBeTruthy();
});

it('leaves a question mark to whoever types one', async () => {
  show(
    <>
      <input aria-label="words" />
      <Shortcuts />
    </>,
  );
  await userEvent.type(screen.getByLabelText('words'), 'why?');
  expect(screen.getByLabelText('words')).toHaveProperty('value', 'why?');
  expect(screen.queryByText('Keyboard shortcuts')).toBeNull();
});
