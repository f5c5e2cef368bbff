// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { Rest } from './Rest';
import { ScanBar } from './ScanBar';

type Found = Schemas['FloorFound'];
type Hit = Schemas['FloorHit'];

const site = { id: 1, name: 'Kittiwake Quay' } as Schemas['SiteCard'];
const order = { kind: 'ORDER', id: 7, title: 'PO-10007', detail: 'Skerry Rope Works' } as Hit;
const bin = { kind: 'BIN', id: 12, title: 'QA-01-A', detail: '' } as Hit;
const item = { kind: 'ITEM', id: 5, itemId: 5, title: 'D shackle', detail: '' } as Hit;

function finds(found: Record<string, Partial<Found>>) {
  answers('POST', '/api/floor/scan', (one) => ({
    hits: [],
    action: null,
    refusal: null,
    ...found[(one.body as { text: string }).text],
  }));
}

const scan = (text: string) => {
  for (const key of [...text, 'Enter']) {
    fireEvent.keyDown(document.body, { key });
  }
};

const heard: string[] = [];

/** The floor, with a page behind each door that only says what it hears. */
function floor() {
  const page = (name: string) => (
    <>
      <h1>{name}</h1>
      <ScanBar site={1} hint="" onScan={(text) => heard.push(`${name}: ${text}`)} />
    </>
  );
  show(
    <Routes>
      <Route index element={<Rest site={site} />} />
      <Route path="floor/receive" element={page('receive')} />
      <Route path="floor/move" element={page('move')} />
      <Route path="floor/bin/:id" element={page('bin')} />
      <Route path="floor/item/:id" element={page('item')} />
    </Routes>,
  );
}

beforeEach(() => {
  empty();
  heard.length = 0;
  answers('GET', '/api/floor/MOVE', () => ({ canUndo: false }));
  answers('GET', '/api/waiting', () => [{ condition: 'GOOD' }, { condition: 'ON_HOLD' }]);
  answers('GET', '/api/replenishment/refills', () => [{ sources: [{}] }, { sources: [] }]);
});
afterEach(cleanup);

it('offers to put away what is good, and not what is still to be checked', async () => {
  floor();
  expect(await screen.findByRole('button', { name: /Put away.*1/ })).toBeTruthy();
});

it('keeps scans that come while an order opens, and gives them to its page in order', async () => {
  finds({ 'PO-10007': { hits: [order] } });
  answers('POST', '/api/floor/RECEIVE/document', () => ({ verb: 'RECEIVE' }));
  floor();
  scan('PO-10007');
  scan('SHK-001');
  scan('40');
  expect(await screen.findByRole('heading', { name: 'receive' })).toBeTruthy();
  await waitFor(() => expect(heard).toEqual(['receive: SHK-001', 'receive: 40']));
  expect(asked.filter((one) => one.path === '/api/floor/scan')).toHaveLength(1);
});

it('gives scans to the page an action label leads to', async () => {
  finds({ 'RQ:MOVE': { action: 'MOVE' } });
  floor();
  scan('RQ:MOVE');
  scan('QA-01-A');
  await waitFor(() => expect(heard).toEqual(['move: QA-01-A']));
});

it('takes the next scan as a start when the one before led nowhere', async () => {
  finds({
    'QA-99': {
      refusal: { type: 'unknown-code', values: { text: 'QA-99', fault: '', wanted: [] } },
    },
    'QA-01-A': { hits: [bin] },
  });
  floor();
  scan('QA-99');
  scan('QA-01-A');
  expect(await screen.findByRole('heading', { name: 'bin' })).toBeTruthy();
  expect(heard).toEqual([]);
});

it('hears again after an order could not be opened', async () => {
  finds({ 'PO-10007': { hits: [order] }, 'QA-01-A': { hits: [bin] } });
  answers('POST', '/api/floor/RECEIVE/document', () => new Refusal(409, 'The order is closed.'));
  floor();
  scan('PO-10007');
  expect(await screen.findByText('The order is closed.')).toBeTruthy();
  scan('QA-01-A');
  expect(await screen.findByRole('heading', { name: 'bin' })).toBeTruthy();
});

it('asks which is meant when a code means several things', async () => {
  finds({ '100': { hits: [bin, item] } });
  floor();
  scan('100');
  await press(/D shackle/);
  expect(await screen.findByRole('heading', { name: 'item' })).toBeTruthy();
});
