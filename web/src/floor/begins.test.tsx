// @vitest-environment jsdom
import { answers, empty, show } from '../testing/house';
import { noBin, sentence } from '../testing/sentence';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Link, Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { SentenceScreen } from './SentenceScreen';

const site = { id: 1, code: 'KQ', name: 'Kittiwake Quay' } as never;

beforeEach(empty);
afterEach(cleanup);

it('goes to other work once, and stays with the sentence when someone comes back', async () => {
  const begun = sentence({ verb: 'MOVE', from: noBin, to: noBin, canUndo: true });
  answers('GET', '/api/floor/MOVE', () => begun);
  answers('POST', '/api/floor/MOVE/scan', () => ({ ...begun, begins: 'COUNT' }));
  show(
    <Routes>
      <Route path="/floor/move" element={<SentenceScreen site={site} verb="MOVE" />} />
      <Route path="/floor/count" element={<Link to="/floor/move">Back to the move</Link>} />
    </Routes>,
    {},
    '/floor/move',
  );
  await screen.findByTestId('sentence');
  for (const key of [...'RA.COUNT', 'Enter']) {
    fireEvent.keyDown(document.body, { key });
  }
  await userEvent.click(await screen.findByText('Back to the move'));
  await screen.findByTestId('sentence');
  await new Promise((done) => setTimeout(done, 100));
  expect(screen.queryByText('Back to the move')).toBeNull();
  expect(screen.getByTestId('sentence')).toBeTruthy();
});
