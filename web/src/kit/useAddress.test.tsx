// @vitest-environment jsdom
import { empty, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { useLocation } from 'react-router';
import { useAddress } from './useAddress';

beforeEach(empty);
afterEach(cleanup);

/** Changes the address twice before anything is drawn, as two fields do that are filled quickly. */
function Two() {
  const one = useAddress();
  const other = useAddress();
  return (
    <>
      <button
        onClick={() => {
          one.change({ group: null });
          other.change({ q: 'parachute' });
        }}
      >
        Both
      </button>
      <output>{useLocation().search}</output>
    </>
  );
}

it('loses no change that comes before the last is drawn', async () => {
  show(<Two />, {}, '/office/on-hand?group=LOT&site=2');
  screen.getByRole('button', { name: 'Both' }).click();
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe('?site=2&q=parachute'));
});
