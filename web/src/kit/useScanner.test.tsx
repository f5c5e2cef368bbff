// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useScanner } from './useScanner';

const heard = vi.fn<(text: string) => void>();
const pressed = vi.fn();

function Page() {
  useScanner(heard);
  return (
    <>
      <button onClick={pressed}>Press</button>
      <input aria-label="Typed" />
    </>
  );
}

beforeEach(() => {
  heard.mockClear();
  pressed.mockClear();
  render(<Page />);
});
afterEach(cleanup);

it('hears what is typed anywhere on the page, up to Enter', async () => {
  await userEvent.keyboard('RB.KQ.QA-03-B{Enter}');
  expect(heard).toHaveBeenCalledExactlyOnceWith('RB.KQ.QA-03-B');
  await userEvent.keyboard('6{Enter}');
  expect(heard).toHaveBeenLastCalledWith('6');
});

it('does not press the button that has the focus when a scan ends', async () => {
  screen.getByRole('button').focus();
  await userEvent.keyboard('ABC{Enter}');
  expect(heard).toHaveBeenCalledExactlyOnceWith('ABC');
  expect(pressed).not.toHaveBeenCalled();
});

it('lets Enter alone press the button that has the focus', async () => {
  screen.getByRole('button').focus();
  await userEvent.keyboard('{Enter}');
  expect(pressed).toHaveBeenCalledOnce();
  expect(heard).not.toHaveBeenCalled();
});

it('tells an Enter alone as an empty scan where no button has the focus', async () => {
  await userEvent.keyboard('{Enter}');
  expect(heard).toHaveBeenCalledExactlyOnceWith('');
});

it('leaves text fields and shortcuts to themselves', async () => {
  await userEvent.type(screen.getByLabelText('Typed'), 'QA{Enter}');
  fireEvent.keyDown(document.body, { key: 'k', ctrlKey: true });
  expect(heard).not.toHaveBeenCalled();
  expect(screen.getByLabelText<HTMLInputElement>('Typed').value).toBe('QA');
});

it('takes a scan whole though the page changes while it is typed', async () => {
  await userEvent.keyboard('QA-');
  cleanup();
  render(<Page />);
  await userEvent.keyboard('03-B{Enter}');
  expect(heard).toHaveBeenCalledExactlyOnceWith('QA-03-B');
});

it('forgets what was typed long before the page opened', async () => {
  const clock = vi.spyOn(Date, 'now').mockReturnValue(0);
  await userEvent.keyboard('QA-');
  clock.mockReturnValue(60_000);
  cleanup();
  render(<Page />);
  clock.mockRestore();
  await userEvent.keyboard('03-B{Enter}');
  expect(heard).toHaveBeenCalledExactlyOnceWith('03-B');
});
