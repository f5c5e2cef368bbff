// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { asItWas, laidOut } from '../../testing/layout';
import { PlaceRules } from './PlaceRules';
import { PutAwayRules } from './PutAwayRules';

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => []);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('lets the first site of a house be made', async () => {
  answers('POST', '/api/sites', () => ({ id: 1 }));
  show(<PlaceRules />);
  await press('New site');
  await userEvent.type(screen.getByLabelText(/^Code/), 'KQ');
  await userEvent.type(screen.getByLabelText(/^Name/), 'Quay');
  await press('Save');
  await waitFor(() => expect(sent('POST', '/api/sites')).toHaveLength(1));
  expect(screen.queryByRole('button', { name: 'Change site' })).toBeNull();
});

it('has no rules for putting away where there is no site', async () => {
  show(<PutAwayRules />);
  expect(await screen.findByText(/^No rules yet/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'New rule' })).toBeNull();
});
