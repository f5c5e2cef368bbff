// @vitest-environment jsdom
import { answers, empty, fill, press, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { DeviceRules } from './DeviceRules';
import { SecurityLog } from './SecurityLog';

const device = {
  id: 4,
  version: 1,
  name: 'Handheld 4',
  site: 1,
  siteName: 'Kittiwake Quay',
  state: 'ENROLLED',
  addedBy: 'Maren',
  added: '2026-03-01T08:00:00Z',
  enrolled: '2026-03-01T08:05:00Z',
  lastSeen: '2026-03-02T09:00:00Z',
  lastPerson: 'Tavi',
  revoked: null,
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', areas: [] }]);
  answers('GET', '/api/devices', () => [device]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('adds a device, shows its code large, and can make this browser it', async () => {
  answers('POST', '/api/devices', () => ({
    id: 5,
    name: 'Handheld 5',
    code: 'abcde-fghjk',
    until: '2026-03-02T10:00:00Z',
  }));
  answers('POST', '/api/session/device', () => ({ device: 'Handheld 5', demo: false }));
  show(<DeviceRules />);
  await press('Add device');
  fill(await screen.findByLabelText(/^Name/), 'Handheld 5');
  const buttons = await screen.findAllByRole('button', { name: 'Add device' });
  await userEvent.click(buttons[buttons.length - 1]);
  expect(await screen.findByText('abcde-fghjk')).toBeTruthy();
  expect(sent('POST', '/api/devices')[0].body).toEqual({ name: 'Handheld 5', site: 1 });
  await press('Enrol this browser');
  expect(await screen.findByText('This browser is Handheld 5 now.')).toBeTruthy();
});

it('asks before it revokes a device', async () => {
  answers('POST', '/api/devices/4/revocation', () => ({ device: 4 }));
  show(<DeviceRules />, {}, '/?open=4');
  await press('Revoke device');
  expect(sent('POST', '/api/devices/4/revocation')).toHaveLength(0);
  await press('Revoke Handheld 4');
  expect(sent('POST', '/api/devices/4/revocation')).toHaveLength(1);
});

it('shows the security log, narrowed by what happened', async () => {
  answers('GET', '/api/security-log', (asked) => ({
    total: 1,
    offset: 0,
    rows: [
      {
        id: 9,
        at: '2026-03-02T09:00:00Z',
        what: asked.query.get('what') ?? 'SIGNED_IN',
        person: 'Tavi',
        subject: 'TAVI',
        detail: 'PIN',
        device: 'Handheld 4',
        address: '10.0.0.7',
      },
    ],
  }));
  show(<SecurityLog />, {}, '/?what=SIGN_IN_BLOCKED');
  expect(await screen.findByText('10.0.0.7')).toBeTruthy();
  expect(screen.getAllByText('Sign-in blocked').length).toBeGreaterThan(1);
});
