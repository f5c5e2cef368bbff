// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { RoadMatrix } from './RoadMatrix';
import { TransferForm } from './TransferForm';
import { TransferJournal } from './TransferJournal';
import { TransferPanel } from './TransferPanel';
import { TransferState } from './TransferState';

type Card = Schemas['TransferCard'];
type Line = Schemas['TransferLine'];

const sites = [
  { id: 1, code: 'KQ', name: 'Kittiwake Quay', binned: true, areas: [] },
  { id: 3, code: 'PS', name: 'Pontoon Shop', binned: false, areas: [] },
];

function line(part: Partial<Line>): Line {
  return {
    line: 1,
    itemId: 5,
    item: 'SHK-001',
    name: 'D shackle',
    symbol: 'pc',
    lotId: 0,
    lot: null,
    serial: null,
    pack: '',
    packs: '20',
    asked: '20',
    withdrawn: '0',
    reserved: '0',
    picked: '0',
    sent: '0',
    arrived: '0',
    lost: '0',
    inTransit: '0',
    toSend: '20',
    shortBy: '0',
    missing: '0',
    ...part,
  };
}

function card(part: Partial<Card>): Card {
  return {
    id: 7,
    version: 2,
    number: 'TR-10007',
    planned: true,
    direct: false,
    state: 'READY_TO_SEND',
    fromId: 1,
    from: 'Kittiwake Quay',
    toId: 3,
    to: 'Pontoon Shop',
    wanted: '2026-11-30',
    dispatch: null,
    late: 0,
    note: '',
    created: '2026-11-24T08:00:00Z',
    createdBy: 'Oddny',
    released: '2026-11-24T09:00:00Z',
    closed: null,
    handedIn: null,
    handedInBy: '',
    value: 0,
    lines: [line({})],
    kept: [],
    shipments: [],
    goods: [],
    changes: [],
    can: [],
    ...part,
  };
}

const kept: Schemas['ReservedGoods'] = {
  id: 31,
  line: 1,
  itemId: 5,
  item: 'SHK-001',
  name: 'D shackle',
  symbol: 'pc',
  placeId: 11,
  place: 'QA-01-A',
  walk: 10,
  lotId: 0,
  lot: null,
  expiry: null,
  serialId: 0,
  serial: null,
  loadId: 0,
  load: null,
  condition: 'GOOD',
  quantity: '12',
  picked: false,
};

function open(one: Card) {
  answers('GET', '/api/transfers/7', () => one);
  show(<TransferPanel transfer={7} onClose={vi.fn()} />);
}

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => sites);
  answers('GET', '/api/transfers/sites', () => sites);
});
afterEach(cleanup);

it('says every state as a word', () => {
  show(<TransferState state="PARTLY_RECEIVED" />);
  expect(screen.getByText('Partly received')).toBeTruthy();
});

it('asks once before sending, and names what is not picked', async () => {
  const half = card({
    lines: [line({ picked: '12' })],
    kept: [{ ...kept, picked: true }],
    can: ['SHIP'],
  });
  answers('POST', '/api/transfers/7/sending', () => half);
  open(half);
  await press('Ship');
  expect(screen.getByText('Not picked yet:')).toBeTruthy();
  expect(screen.getByText('8 pc')).toBeTruthy();
  await press('Ship without the rest');
  await waitFor(() => expect(asked.at(-2)?.body ?? asked.at(-1)?.body).toEqual({ rest: 'STAYS' }));
});

it('offers the next step first, and nothing that is done elsewhere', async () => {
  open(card({ state: 'PLANNED', released: null, can: ['MAKE_READY', 'CHANGE'] }));
  const release = await screen.findByRole('button', { name: 'Make ready' });
  expect(release.className).toContain('contained');
  expect(screen.queryByRole('button', { name: 'Ship' })).toBeNull();
  cleanup();
  open(card({ state: 'PLANNED', released: null, fromId: 99, from: 'Far away', can: [] }));
  await screen.findByText('Far away → Pontoon Shop');
  expect(screen.queryByRole('button', { name: 'Make ready' })).toBeNull();
});

it('gives up what did not arrive only with a reason, and keeps the form on a refusal', async () => {
  const road = card({
    state: 'IN_TRANSIT',
    lines: [line({ sent: '20', toSend: '0', inTransit: '20' })],
    shipments: [{ shipment: 1, sent: '2026-11-24T10:00:00Z', person: 'Tavi', posting: 90 }],
    can: ['RECEIVE_ALL', 'CLOSE_AS_LOST'],
  });
  answers('POST', '/api/transfers/7/endings', () => new Refusal(400, 'reason is needed'));
  open(road);
  await press('Report missing');
  await userEvent.selectOptions(screen.getByLabelText('What became of it'), 'Damaged in transit');
  await press('Close as damaged in transit');
  expect(await screen.findByText('reason is needed')).toBeTruthy();
  answers('POST', '/api/transfers/7/endings', () => road);
  await userEvent.type(screen.getByLabelText('What happened'), 'Salt water');
  await press('Close as damaged in transit');
  await waitFor(() =>
    expect(asked.filter((one) => one.path.endsWith('endings')).at(-1)?.body).toEqual({
      ending: 'SPOILT',
      reason: 'Salt water',
    }),
  );
});

it('shows what is missing, what is short, and every change with before and after', async () => {
  open(
    card({
      state: 'PARTLY_RECEIVED',
      lines: [
        line({ sent: '20', arrived: '12', toSend: '0', inTransit: '8', missing: '8' }),
        line({ line: 2, name: 'Flare', shortBy: '3' }),
      ],
      changes: [
        {
          at: '2026-11-24T08:00:00Z',
          person: 'Oddny',
          what: 'LINES',
          detail: '',
          before: '3 × SHK-001',
          after: '20 × SHK-001',
        },
      ],
    }),
  );
  expect(await screen.findByText('short by 3')).toBeTruthy();
  expect(screen.getByText('3 × SHK-001').tagName).toBe('S');
  expect(screen.getByText(/20 × SHK-001/)).toBeTruthy();
  const steps = screen.getAllByRole('listitem');
  expect(steps.find((step) => step.getAttribute('aria-current'))?.textContent).toContain(
    'Partly received',
  );
});

it('has a paper for each shipment, and the advice for another system', async () => {
  open(
    card({
      state: 'IN_TRANSIT',
      shipments: [1, 2].map((shipment) => ({
        shipment,
        sent: '2026-11-24T10:00:00Z',
        person: 'Tavi',
        posting: 90 + shipment,
      })),
    }),
  );
  await press('Papers');
  const papers = within(screen.getByRole('dialog'))
    .getAllByRole('link')
    .map((link) => [link.textContent, link.getAttribute('href')]);
  expect(papers).toContainEqual(['Delivery note 2', '/api/transfers/7/papers/DISPATCH?shipment=2']);
  expect(papers).toContainEqual(['Despatch advice (UBL) 1', '/api/transfers/7/advices/1']);
  expect(papers).toContainEqual(['Pick sheet', '/api/transfers/7/papers/PICK']);
});

it('warns when the sender has too little and the receiver has plenty', async () => {
  answers('GET', '/api/transfers/advice', () => [
    {
      item: 'SHK-001',
      name: 'D shackle',
      symbol: 'pc',
      available: '10',
      held: '90',
      coming: '0',
      used: '30',
      days: 270,
      plenty: true,
    },
  ]);
  const done = vi.fn();
  answers('POST', '/api/transfers', () => card({}));
  show(<TransferForm onDone={done} />);
  await waitFor(() => expect(screen.getByLabelText('To')).toHaveProperty('value', '3'));
  await userEvent.type(screen.getByLabelText('Item'), 'shk-001');
  await userEvent.type(screen.getByLabelText('Quantity'), '12');
  expect(await screen.findByText('only 10 pc available at the sender')).toBeTruthy();
  expect(screen.getByText(/uses 30 pc in 90 days: enough for 270 days/)).toBeTruthy();
  await press('Save');
  await waitFor(() => expect(done).toHaveBeenCalled());
  const sent = asked.find((one) => one.method === 'POST');
  expect(sent?.body).toMatchObject({
    from: 1,
    to: 3,
    lines: [{ item: 'shk-001', packs: '12', pack: '' }],
  });
});

it('crosses the sites with what is between them, and leads there', async () => {
  answers('GET', '/api/transfers/routes', () => [
    {
      fromId: 1,
      from: 'Kittiwake Quay',
      toId: 3,
      to: 'Pontoon Shop',
      transfers: 2,
      late: 1,
      items: 3,
      amounts: [
        { quantity: '44', symbol: 'pc' },
        { quantity: '12.5', symbol: 'm' },
      ],
      value: 580.7,
    },
  ]);
  const opened = vi.fn();
  show(<RoadMatrix onOpen={opened} />);
  const cell = await screen.findByRole('button', { name: /580.70/ });
  expect(cell.textContent).toContain('44 pc, 12.5 m');
  expect(cell.textContent).toContain('1 late');
  await userEvent.click(cell);
  expect(opened).toHaveBeenCalledWith(1, 3);
});

it('says so when nothing is on the road', async () => {
  answers('GET', '/api/transfers/routes', () => []);
  show(<RoadMatrix onOpen={vi.fn()} />);
  expect(await screen.findByText('Nothing is in transit.')).toBeTruthy();
});

it('shows the journal of a transfer, and that it adds up', async () => {
  const step = {
    posting: 9,
    at: '2026-11-20T10:00:00Z',
    document: 'TR-1',
    item: 'SH-1',
    name: 'Shackle',
    quantity: '4',
    symbol: 'pc',
    step: 'SENT',
  };
  answers('GET', '/api/transfers/journal', () => [
    { ...step, account: 'In transit', debit: 0.3, credit: 0 },
    { ...step, account: 'Stock Quay', debit: 0, credit: 0.1 },
    { ...step, account: 'Stock Quay', debit: 0, credit: 0.2 },
  ]);
  show(<TransferJournal of="TR-1" />);
  expect(await screen.findByText('Balanced')).toBeTruthy();
  expect(screen.getByText('In transit')).toBeTruthy();
  answers('GET', '/api/transfers/journal', () => [
    { ...step, account: 'In transit', debit: 0.3, credit: 0 },
  ]);
  cleanup();
  show(<TransferJournal of="TR-1" />);
  expect(await screen.findByText('Not balanced')).toBeTruthy();
});

it('takes pieces from a list of what is there, each on a line of its own', async () => {
  const piece = (serial: string, available: string, condition = 'GOOD') => ({
    key: serial,
    item: 'BCN-001',
    serial,
    lot: null,
    place: 'QA-01-A',
    site: 'Kittiwake Quay',
    condition,
    available,
    onHand: '1',
    symbol: 'pc',
  });
  answers('GET', '/api/transfers/advice', () => []);
  answers('GET', '/api/items', () => ({ rows: [], total: 0, offset: 0 }));
  answers('GET', '/api/on-hand', () => ({
    rows: [piece('B1', '1'), piece('B2', '1'), piece('B3', '0'), piece('B4', '1', 'REJECTED')],
    total: 4,
    offset: 0,
  }));
  answers('POST', '/api/transfers', () => card({}));
  show(<TransferForm onDone={vi.fn()} />);
  fill(await screen.findByLabelText('Item'), 'BCN-001');
  await press('Choose from 3 pieces there');
  expect(screen.getByLabelText('B3')).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByLabelText('B1'));
  await userEvent.click(screen.getByLabelText('B2'));
  await press('Add 2 pieces');
  await press('Save');
  await waitFor(() => {
    const body = sent('POST', '/api/transfers')[0]?.body as Schemas['TransferEntry'];
    expect(body.lines.map((one) => [one.item, one.packs, one.lot])).toEqual([
      ['BCN-001', '1', 'B1'],
      ['BCN-001', '1', 'B2'],
    ]);
  });
});
