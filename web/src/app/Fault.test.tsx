// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import './words';
import { show } from '../testing/house';
import { FaultBoundary } from './Fault';

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

function Broken({ message }: { message: string }): never {
  throw new Error(message);
}

function broken(message: string) {
  // React tells the console too, which is no fault here.
  vi.spyOn(console, 'error').mockImplementation(() => {});
  show(
    <FaultBoundary>
      <Broken message={message} />
    </FaultBoundary>,
  );
}

test('a page that breaks says so, what is wrong, and what to do', () => {
  broken('rows is not iterable');
  expect(screen.getByRole('alert').textContent).toContain('rows is not iterable');
  expect(screen.getByRole('button', { name: 'Reload' })).toBeTruthy();
  expect(screen.getByRole('link').getAttribute('href')).toBe('/');
});

test.each([
  'Failed to fetch dynamically imported module: http://localhost/assets/Office-1.js',
  'Importing a module script failed.',
  'Unable to preload CSS for /assets/Office-1.css',
])('a page that is older than the house asks to be loaded again: %s', (message) => {
  broken(message);
  expect(screen.getByRole('alert').textContent).not.toContain(message);
  expect(screen.getByRole('button', { name: 'Reload' })).toBeTruthy();
  expect(screen.queryByRole('link')).toBeNull();
});
