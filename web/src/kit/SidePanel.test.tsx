// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, it, vi } from 'vitest';
import '../app/words';
import { Choice } from './Choice';
import { Drop } from './Drop';
import { ProblemNote } from './ProblemNote';
import { SidePanel } from './SidePanel';
import { useSaved } from './unsaved';

afterEach(cleanup);

it('closes a panel by its button and by Escape', async () => {
  const close = vi.fn();
  render(
    <SidePanel title="Parachute flare" onClose={close}>
      26 pieces
    </SidePanel>,
  );
  expect(screen.getByRole('complementary').getAttribute('aria-label')).toBe('Parachute flare');
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  await userEvent.keyboard('{Escape}');
  expect(close).toHaveBeenCalledTimes(2);
});

it('lets Escape close what is open over a panel, and not the panel', async () => {
  const close = vi.fn();
  render(
    <SidePanel title="Panel" onClose={close}>
      <Drop label="Columns">{() => <button>Inside</button>}</Drop>
    </SidePanel>,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
  expect(screen.getByRole('dialog', { name: 'Columns' })).toBeTruthy();
  screen.getByText('Inside').focus();
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('dialog')).toBeNull();
  expect(close).not.toHaveBeenCalled();
});

it('lets what is dropped close itself', async () => {
  render(<Drop label="More">{(leave) => <button onClick={leave}>Go</button>}</Drop>);
  await userEvent.click(screen.getByRole('button', { name: 'More' }));
  await userEvent.click(screen.getByText('Go'));
  expect(screen.queryByText('Go')).toBeNull();
});

it('tells which of a few was chosen', async () => {
  const chosen = vi.fn();
  render(
    <Choice
      label="Site"
      value="1"
      onChange={chosen}
      options={[
        ['1', 'Quay'],
        ['2', 'Depot'],
      ]}
    />,
  );
  await userEvent.selectOptions(screen.getByLabelText('Site'), 'Depot');
  expect(chosen).toHaveBeenCalledExactlyOnceWith('2');
});

it('says a problem aloud, and nothing when there is none', () => {
  const { container } = render(<ProblemNote problem={undefined} />);
  expect(container.innerHTML).toBe('');
  render(<ProblemNote problem={new Error('Bin is full.')} />);
  expect(screen.getByRole('alert').textContent).toBe('Bin is full.');
  cleanup();
  render(<ProblemNote problem="plain words" />);
  expect(screen.getByRole('alert').textContent).toBe('plain words');
});

it('asks before it throws away what was typed, until it is saved', async () => {
  const close = vi.fn();
  function Saves() {
    const [saved, setSaved] = useState(false);
    useSaved(saved);
    return (
      <form>
        <input aria-label="Note" />
        <button type="button" onClick={() => setSaved(true)}>
          Save
        </button>
      </form>
    );
  }
  render(
    <SidePanel title="Panel" onClose={close}>
      <Saves />
    </SidePanel>,
  );
  await userEvent.type(screen.getByLabelText('Note'), 'twelve');
  await userEvent.keyboard('{Escape}');
  expect(close).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole('button', { name: 'Go on writing' }));
  expect(screen.getByLabelText<HTMLInputElement>('Note').value).toBe('twelve');
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  await userEvent.click(screen.getByRole('button', { name: 'Throw it away' }));
  expect(close).toHaveBeenCalledTimes(1);
  await userEvent.click(screen.getByRole('button', { name: 'Go on writing' }));
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  await userEvent.keyboard('{Escape}');
  expect(close).toHaveBeenCalledTimes(2);
});

it('takes the focus in from the button that opened it, and gives it back', async () => {
  function Page() {
    const [open, setOpen] = useState(false);
    return (
      <>
        <button onClick={() => setOpen(true)}>New</button>
        {open && (
          <SidePanel title="Panel" onClose={() => setOpen(false)}>
            <form>
              <input aria-label="Note" />
            </form>
          </SidePanel>
        )}
      </>
    );
  }
  render(<Page />);
  await userEvent.click(screen.getByRole('button', { name: 'New' }));
  expect(document.activeElement).toBe(screen.getByLabelText('Note'));
  await userEvent.keyboard('{Escape}');
  expect(document.activeElement).toBe(screen.getByRole('button', { name: 'New' }));
});
