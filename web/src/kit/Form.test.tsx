// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Problem } from '../api/client';
import { MeContext, type Me } from '../app/session';
import '../app/words';
import { Choice } from './Choice';
import { Form, FormOf, Tick } from './Form';
import { useForm } from './useForm';
import { useSave } from './useSave';

type Sent = { name: string; active: boolean };
const send =
  vi.fn<(command: { params: { header: Record<string, string> } }, sent: Sent) => Promise<Sent>>();
const done = vi.fn<(saved: Sent) => void>();

function Entry({ name = '' }: { name?: string }) {
  const save = useSave(['things'], send, done);
  const form = useForm({ name, active: true }, save.error);
  return (
    <Form save={save} onSubmit={() => save.mutate(form.entry)}>
      <TextField label="Name" {...form.text('name')} />
      <Tick
        label="Active"
        checked={form.entry.active}
        onChange={(active) => form.set({ active })}
      />
    </Form>
  );
}

function show(permissions: Me['permissions'], what: ReactNode = <Entry />) {
  const me: Me = {
    id: 1,
    code: 'X',
    name: 'X',
    role: 'CONTROLLER',
    permissions,
    everywhere: true,
    sites: [],
    by: 'PASSWORD',
    device: null,
    due: null,
    demo: false,
    feed: 0,
  };
  const around = (inner: ReactNode) => (
    <QueryClientProvider client={queries}>
      <MeContext value={me}>{inner}</MeContext>
    </QueryClientProvider>
  );
  const queries = new QueryClient();
  const shown = render(around(what));
  return (next: ReactNode) => shown.rerender(around(next));
}

beforeEach(() => {
  send.mockReset();
  done.mockReset();
  send.mockImplementation((_, sent) => Promise.resolve(sent));
});
afterEach(cleanup);

const save = () => userEvent.click(screen.getByRole('button', { name: 'Save' }));

it('sends what was entered, and says that it is saved', async () => {
  show(['RULES']);
  await userEvent.type(screen.getByLabelText('Name'), 'Buoy');
  await userEvent.click(screen.getByLabelText('Active'));
  await save();
  expect(await screen.findByText('Saved.')).toBeTruthy();
  expect(send.mock.calls[0][1]).toEqual({ name: 'Buoy', active: false });
  expect(done.mock.calls[0][0]).toEqual({ name: 'Buoy', active: false });
});

it('sends each time under another command id', async () => {
  show(['RULES']);
  await save();
  await screen.findByText('Saved.');
  await save();
  await waitFor(() => expect(send).toHaveBeenCalledTimes(2));
  const ids = send.mock.calls.map(([command]) => command.params.header['Idempotency-Key']);
  expect(new Set(ids).size).toBe(2);
});

it.each([
  { status: 0, ids: 1, why: 'the answer was lost' },
  { status: 503, ids: 1, why: 'the server was gone' },
  { status: 409, ids: 2, why: 'the house refused' },
])('sends again under $ids command id(s) when $why', async ({ status, ids }) => {
  send.mockRejectedValueOnce(new Problem(status, 'any', 'Not saved.', {}));
  show(['RULES']);
  await save();
  await screen.findByText('Not saved.');
  await save();
  await screen.findByText('Saved.');
  const used = send.mock.calls.map(([command]) => command.params.header['Idempotency-Key']);
  expect(used).toHaveLength(2);
  expect(new Set(used).size).toBe(ids);
});

it('shows a fault beside its field, and keeps what was entered', async () => {
  send.mockRejectedValueOnce(
    new Problem(409, 'not-unique', 'There is a Buoy already.', { field: 'name' }),
  );
  show(['RULES']);
  await userEvent.type(screen.getByLabelText('Name'), 'Buoy');
  await save();
  await waitFor(() => expect(screen.getAllByText('There is a Buoy already.')).toHaveLength(2));
  expect(screen.getByLabelText('Name').getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Buoy');
  expect(done).not.toHaveBeenCalled();
});

it('shows a fault of no field once', async () => {
  send.mockRejectedValueOnce(new Problem(500, 'unexpected', 'Something went wrong.', {}));
  show(['RULES']);
  await save();
  expect(await screen.findAllByText('Something went wrong.')).toHaveLength(1);
});

it('lets those who may not save only look', () => {
  show([]);
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
  expect(screen.getByRole('group').hasAttribute('disabled')).toBe(true);
});

const name = () => screen.getByLabelText<HTMLInputElement>('Name').value;

/** A form of a thing that others may change too. */
function thing(id: number, version: number, named: string) {
  return (
    <FormOf of={{ id, version, name: named }}>{(shown) => <Entry name={shown?.name} />}</FormOf>
  );
}

it('shows at once what others have changed while nothing was typed', () => {
  const next = show(['RULES'], thing(1, 0, 'Buoy'));
  next(thing(1, 1, 'Large buoy'));
  expect(name()).toBe('Large buoy');
});

it('never changes what is being typed, but tells that there is something newer', async () => {
  const next = show(['RULES'], thing(1, 0, 'Buoy'));
  await userEvent.type(screen.getByLabelText('Name'), ', red');
  next(thing(1, 1, 'Large buoy'));
  expect(name()).toBe('Buoy, red');
  expect(screen.getByRole('status').textContent).toContain('What you typed is kept.');
  await userEvent.click(screen.getByRole('button', { name: 'Load the newer version' }));
  expect(name()).toBe('Large buoy');
  expect(screen.queryByRole('status')).toBeNull();
});

it('still says that it is saved when what was saved arrives', async () => {
  const next = show(['RULES'], thing(1, 0, 'Buoy'));
  await userEvent.type(screen.getByLabelText('Name'), ', red');
  await save();
  await screen.findByText('Saved.');
  next(thing(1, 1, 'BUOY, RED'));
  expect(name()).toBe('BUOY, RED');
  expect(screen.getByText('Saved.')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Name'), '!');
  expect(screen.queryByText('Saved.')).toBeNull();
});

function Chosen({ start }: { start: string }) {
  const form = useForm({ unit: start }, undefined);
  return (
    <Choice
      label="Unit"
      {...form.choice('unit')}
      options={[
        ['PIECE', 'pc'],
        ['METRE', 'm'],
      ]}
    />
  );
}

it('takes what is chosen first, before anything else was typed', async () => {
  show(['RULES'], <FormOf of={{ id: 1, version: 0 }}>{() => <Chosen start="PIECE" />}</FormOf>);
  await userEvent.selectOptions(screen.getByLabelText('Unit'), 'm');
  await waitFor(() => expect(screen.getByLabelText<HTMLSelectElement>('Unit').value).toBe('METRE'));
});

it('begins anew with another thing, though it has the same version', async () => {
  const next = show(['RULES'], thing(1, 0, 'Buoy'));
  await userEvent.type(screen.getByLabelText('Name'), ', red');
  next(thing(2, 0, 'Anchor'));
  expect(name()).toBe('Anchor');
});
