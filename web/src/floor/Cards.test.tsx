// @vitest-environment jsdom
import { answers, asked, empty, press, show } from '../testing/house';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { BinCard, ItemCard } from './Cards';

type Hit = Schemas['FloorHit'];

const site = { id: 1, name: 'Kittiwake Quay' } as Schemas['SiteCard'];

function finds(...hits: Partial<Hit>[]) {
  answers('POST', '/api/floor/scan', () => ({ hits, action: null, refusal: null }));
}

const scan = (text: string) => {
  for (const key of [...text, 'Enter']) {
    fireEvent.keyDown(document.body, { key });
  }
};

/** A card, with a page behind each door. */
function card(path: string) {
  show(
    <Routes>
      <Route path="floor/item/:id" element={<ItemCard site={site} />} />
      <Route path="floor/bin/:id" element={<BinCard site={site} />} />
      {['receive', 'send', 'arrive', 'put-away', 'move', 'loan/31'].map((door) => (
        <Route key={door} path={`floor/${door}`} element={<h1>{door}</h1>} />
      ))}
    </Routes>,
    {},
    path,
  );
}

beforeEach(() => {
  empty();
  answers('GET', '/api/items/5', () => ({ code: 'SHK-020', name: 'D shackle', homes: [] }));
  answers('GET', '/api/bins/12', () => ({ address: 'QA-01-A', area: 'Rack QA', purpose: 'PICK' }));
  answers('GET', '/api/on-hand', () => ({ rows: [], total: 0 }));
  answers('GET', '/api/sites', () => [{ ...site, areas: [] }]);
});
afterEach(cleanup);

const FROM = [
  ['/floor/item/5', 'D shackle'],
  ['/floor/bin/12', 'QA-01-A'],
] as const;

for (const [path, title] of FROM) {
  it(`opens an order that is scanned on ${path}`, async () => {
    finds({ kind: 'ORDER', id: 7, title: 'PO-10007' });
    answers('POST', '/api/floor/RECEIVE/document', () => ({ verb: 'RECEIVE' }));
    card(path);
    await screen.findByText(title);
    scan('PO-10007');
    expect(await screen.findByRole('heading', { name: 'receive' })).toBeTruthy();
    expect(asked.find((one) => one.path === '/api/floor/RECEIVE/document')?.body).toEqual({
      site: 1,
      document: 7,
    });
  });

  it(`opens a transfer that is scanned on ${path} by the end it is at`, async () => {
    finds({ kind: 'TRANSFER', id: 8, title: 'TR-1' });
    answers('POST', '/api/floor/transfer', () => ({ verb: 'ARRIVE' }));
    card(path);
    await screen.findByText(title);
    scan('TR-1');
    expect(await screen.findByRole('heading', { name: 'arrive' })).toBeTruthy();
  });

  it(`begins to put a load away that is scanned on ${path}`, async () => {
    finds({ kind: 'LOAD', id: 9, title: '304000010000000017' });
    answers('POST', '/api/floor/PUT_AWAY/say', () => ({ verb: 'PUT_AWAY', outcome: 'FILLED' }));
    card(path);
    await screen.findByText(title);
    scan('304000010000000017');
    expect(await screen.findByRole('heading', { name: 'put-away' })).toBeTruthy();
    expect(asked.find((one) => one.path === '/api/floor/PUT_AWAY/say')?.body).toMatchObject({
      afresh: true,
      saying: { kind: 'LOAD', load: 9 },
    });
  });

  it(`opens a loan that is scanned on ${path}`, async () => {
    finds({ kind: 'LOAN', id: 31, title: 'AD-31' });
    card(path);
    await screen.findByText(title);
    scan('AD-31');
    expect(await screen.findByRole('heading', { name: 'loan/31' })).toBeTruthy();
  });

  it(`asks on ${path} which of several things is meant`, async () => {
    finds(
      { kind: 'BIN', id: 13, title: 'B-03', detail: 'a bin' },
      { kind: 'ORDER', id: 7, title: 'PO-7', detail: 'an order' },
    );
    answers('POST', '/api/floor/RECEIVE/document', () => ({ verb: 'RECEIVE' }));
    card(path);
    await screen.findByText(title);
    scan('B-03');
    await press(/PO-7/);
    expect(await screen.findByRole('heading', { name: 'receive' })).toBeTruthy();
  });
}

it('starts a sentence with what is on the card in one request', async () => {
  answers('POST', '/api/floor/MOVE/say', () => ({ outcome: 'FILLED' }));
  card('/floor/item/5');
  await screen.findByText('D shackle');
  await press(/move/i);
  expect(await screen.findByRole('heading', { name: 'move' })).toBeTruthy();
  await waitFor(() => expect(asked.filter((one) => one.method === 'POST')).toHaveLength(1));
});

it('tells with one scan what lies at the other sites, the most first', async () => {
  const row = (key: string, at: string, place: string, onHand: string) => ({
    key,
    site: at,
    place,
    onHand,
    available: onHand,
    symbol: 'pc',
    reserved: '0',
    lot: null,
    serial: null,
    condition: 'GOOD',
  });
  answers('GET', '/api/on-hand', (one) => {
    const all = [
      row('1', 'Kittiwake Quay', 'QA-01-A', '4'),
      row('2', 'Pontoon Shop', 'SHOP', '3'),
      row('3', 'Outer Holm Depot', 'HA-01', '20'),
      row('4', 'Outer Holm Depot', 'HA-02', '7'),
    ];
    const rows = one.query.get('site') ? all.slice(0, 1) : all;
    return { rows, total: rows.length };
  });
  card('/floor/item/5');
  expect(await screen.findByText('At other sites')).toBeTruthy();
  const text = document.body.textContent ?? '';
  expect(text.indexOf('Outer Holm Depot')).toBeLessThan(text.indexOf('Pontoon Shop'));
  expect(screen.getByText('27')).toBeTruthy();
  expect(screen.getAllByText('QA-01-A')).toHaveLength(1);
});
