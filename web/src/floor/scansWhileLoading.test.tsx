// @vitest-environment jsdom
import { answers, empty, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { sentence } from '../testing/sentence';
import { SentenceScreen } from './SentenceScreen';
import type { Site } from './talk';

const site = { id: 1, code: 'KQ', name: 'Quay', binned: true, areas: [] } as unknown as Site;

beforeEach(empty);
afterEach(cleanup);

it('loses no part of a scan that is typed while the sentence still loads', async () => {
  let load = () => undefined as void;
  answers(
    'GET',
    '/api/floor/MOVE',
    () => new Promise((done) => (load = () => done(sentence({ verb: 'MOVE' })))),
  );
  answers('POST', '/api/floor/MOVE/scan', () => sentence({ verb: 'MOVE' }));
  show(<SentenceScreen site={site} verb="MOVE" />);
  await screen.findByText('Loading…');
  const user = userEvent.setup();
  await user.keyboard('RI.SHK-1{Enter}RB.KQ.BA');
  load();
  await screen.findByLabelText(/Scan/);
  await user.keyboard('-01-C{Enter}');
  await waitFor(() =>
    expect(sent('POST', '/api/floor/MOVE/scan').map((one) => one.body)).toMatchObject([
      { text: 'RI.SHK-1' },
      { text: 'RB.KQ.BA-01-C' },
    ]),
  );
});
