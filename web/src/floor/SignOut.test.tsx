// @vitest-environment jsdom
import { answers, empty, press, Refusal, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { outboxStore } from './outboxStore';
import { SignOut } from './SignOut';

beforeEach(() => {
  empty();
  answers('DELETE', '/api/session', () => null);
});
afterEach(cleanup);

it('signs out at once while nothing waits', async () => {
  show(<SignOut />);
  await press('Sign out');
  await waitFor(() => expect(sent('DELETE', '/api/session')).toHaveLength(1));
});

it('asks first while scans of this person wait', async () => {
  answers('POST', '/api/floor/MOVE/scan', () => new Refusal(503, 'The server is starting.'));
  await outboxStore().add({
    id: crypto.randomUUID(),
    person: 1,
    desk: ['floor-move', 1, 'MOVE'],
    step: { kind: 'scan', text: 'QA-01-A' },
    said: Date.now(),
  });
  show(<SignOut />);
  await waitFor(() => expect(sent('POST', '/api/floor/MOVE/scan').length).toBeGreaterThan(0));
  await press('Sign out');
  const ask = await screen.findByRole('alert');
  expect(ask.textContent).toMatch(/1/);
  expect(sent('DELETE', '/api/session')).toHaveLength(0);
  await press('Back');
  expect(screen.queryByRole('alert')).toBeNull();
  await press('Sign out');
  await press(/anyway|out/i);
  await waitFor(() => expect(sent('DELETE', '/api/session')).toHaveLength(1));
});
