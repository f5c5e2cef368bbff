// @vitest-environment jsdom
import { answers, empty, fill, press, Refusal, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import './words';
import { FirstSecret, OwnSecret } from './OwnSecret';
import { SignIn } from './SignIn';

beforeEach(empty);
afterEach(cleanup);

const options = (device: string | null, demo = false) =>
  answers('GET', '/api/session/options', () => ({ device, demo }));

it('asks for a password where the device is not enrolled, and offers to enrol it', async () => {
  options(null);
  answers('POST', '/api/session/device', () => ({ device: 'Handheld 7', demo: false }));
  show(<SignIn />);
  expect(await screen.findByLabelText(/Password/)).toBeTruthy();
  await press('Enrol this device');
  fill(screen.getByLabelText(/Code from House rules/), 'abcde-fghjk');
  await press('Enrol');
  // Now it is one: it asks for the badge, and says what it is called.
  expect(await screen.findByText('This is Handheld 7.')).toBeTruthy();
  expect(screen.getByLabelText(/Badge/)).toBeTruthy();
  expect(sent('POST', '/api/session/device')[0].body).toEqual({ code: 'abcde-fghjk' });
});

it('says why a code enrols nothing, and keeps it', async () => {
  options(null);
  answers('POST', '/api/session/device', () => new Refusal(422, 'That code enrols no device.'));
  show(<SignIn />);
  await press('Enrol this device');
  const field = screen.getByLabelText<HTMLInputElement>(/Code from House rules/);
  fill(field, 'wrong');
  await press('Enrol');
  expect(await screen.findByText('That code enrols no device.')).toBeTruthy();
  expect(field.value).toBe('wrong');
});

it('says of the demo house that it is one before anyone signs in', async () => {
  options(null, true);
  show(<SignIn />);
  expect(await screen.findByText(/goods are made up/)).toBeTruthy();
});

it('has a first password changed, typed twice alike', async () => {
  answers('PUT', '/api/session/secret', () => null);
  show(<FirstSecret secret="PASSWORD" />, { due: 'PASSWORD' });
  expect(await screen.findByText('Choose your own password')).toBeTruthy();
  fill(screen.getByLabelText(/Present password/), 'given to me');
  await userEvent.type(
    screen.getByLabelText(/^New password \*?$|^New password$/),
    'marsh kettle orbit',
  );
  fill(screen.getByLabelText(/New password again/), 'marsh kettle orbi');
  expect(screen.getByText('The two are not the same.')).toBeTruthy();
  await press('Save');
  expect(sent('PUT', '/api/session/secret')).toHaveLength(0);
  fill(screen.getByLabelText(/New password again/), 'marsh kettle orbit');
  await press('Save');
  await waitFor(() =>
    expect(sent('PUT', '/api/session/secret').map((one) => one.body)).toEqual([
      { present: 'given to me', secret: 'PASSWORD', chosen: 'marsh kettle orbit' },
    ]),
  );
});

it('shows what is wrong with a new PIN beside it', async () => {
  answers(
    'PUT',
    '/api/session/secret',
    () =>
      new Refusal(400, 'A PIN along a line of the keypad is tried first.', 'invalid', {
        field: 'pin',
      }),
  );
  show(<OwnSecret secret="PIN" />);
  fill(screen.getByLabelText(/Present password/), 'mine');
  fill(screen.getByLabelText(/^New PIN \*?$|^New PIN$/), '2580');
  fill(screen.getByLabelText(/New PIN again/), '2580');
  await press('Save');
  expect(await screen.findByText(/line of the keypad/)).toBeTruthy();
});
