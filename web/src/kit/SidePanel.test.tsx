// @vitest-environment jsdom
import { empty, show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Link } from 'react-router';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import '../app/words';
import { Choice } from './Choice';
import { Drop } from './Drop';
import { ProblemNote } from './ProblemNote';
import { SidePanel } from './SidePanel';
import { useOpened } from './TableSpace';
import { useSaved } from './unsaved';

beforeEach(empty);
afterEach(cleanup);

it('closes a panel by its button and by Escape', async () => {
  const close = vi.fn();
  show(
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
  show(
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
  show(<Drop label="More">{(leave) => <button onClick={leave}>Go</button>}</Drop>);
  await userEvent.click(screen.getByRole('button', { name: 'More' }));
  await userEvent.click(screen.getByText('Go'));
  expect(screen.queryByText('Go')).toBeNull();
});

it('tells which of a few was chosen', async () => {
  const chosen = vi.fn();
  show(
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
  show(<ProblemNote problem={undefined} />);
  expect(screen.queryByRole('alert')).toBeNull();
  show(<ProblemNote problem={new Error('Bin is full.')} />);
  expect(screen.getByRole('alert').textContent).toBe('Bin is full.');
  cleanup();
  show(<ProblemNote problem="plain words" />);
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
  show(
    <SidePanel title="Panel" onClose={close}>
      <Saves />
    </SidePanel>,
  );
  await userEvent.type(screen.getByLabelText('Note'), 'twelve');
  await userEvent.keyboard('{Escape}');
  expect(close).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole('button', { name: 'Keep editing' }));
  expect(screen.getByLabelText<HTMLInputElement>('Note').value).toBe('twelve');
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  await userEvent.click(screen.getByRole('button', { name: 'Discard changes' }));
  expect(close).toHaveBeenCalledTimes(1);
  await userEvent.click(screen.getByRole('button', { name: 'Keep editing' }));
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
  show(<Page />);
  await userEvent.click(screen.getByRole('button', { name: 'New' }));
  expect(document.activeElement).toBe(screen.getByLabelText('Note'));
  await userEvent.keyboard('{Escape}');
  expect(document.activeElement).toBe(screen.getByRole('button', { name: 'New' }));
});

it('asks before another row or page takes what was typed along, and stays where it was', async () => {
  function Page() {
    const { opened, close } = useOpened();
    return (
      <>
        <Link to="?open=2">Two</Link>
        <Link to="?open=1&q=rope">Search</Link>
        <SidePanel key={opened} title={`Row ${opened}`} onClose={close}>
          <form>
            <input aria-label="Note" />
          </form>
        </SidePanel>
      </>
    );
  }
  show(<Page />, {}, '/?open=1');
  await userEvent.type(screen.getByLabelText('Note'), 'twelve');
  await userEvent.click(screen.getByText('Search'));
  expect(screen.queryByRole('alert')).toBeNull();
  await userEvent.click(screen.getByText('Two'));
  await userEvent.click(await screen.findByRole('button', { name: 'Keep editing' }));
  expect(screen.queryByRole('alert')).toBeNull();
  expect(screen.getByRole('heading').textContent).toBe('Row 1');
  expect(screen.getByLabelText<HTMLInputElement>('Note').value).toBe('twelve');
  await userEvent.click(screen.getByText('Two'));
  await userEvent.click(await screen.findByRole('button', { name: 'Discard changes' }));
  expect((await screen.findByRole('heading', { name: 'Row 2' })).textContent).toBe('Row 2');
  expect(screen.getByLabelText<HTMLInputElement>('Note').value).toBe('');
});
