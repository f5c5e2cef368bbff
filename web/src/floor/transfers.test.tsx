// @vitest-environment jsdom
import { answers, asked, empty, press, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { ItemPicture } from '../kit/ItemPicture';
import { ChooseGoods } from './ChooseGoods';
import { SendNow } from './SendNow';
import { InTransit, PickedList, PickList } from './TransferLists';
import { noBin, sentence } from '../testing/sentence';
import { SentenceScreen } from './SentenceScreen';

type Transfer = Schemas['FloorTransfer'];
type Kept = Schemas['ReservedGoods'];

const site = { id: 1, name: 'Kittiwake Quay' } as Schemas['SiteCard'];

const kept: Kept = {
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

const transfer: Transfer = {
  id: 7,
  number: 'TR-10007',
  planned: true,
  state: 'READY_TO_SEND',
  fromId: 1,
  from: 'Kittiwake Quay',
  toId: 3,
  to: 'Pontoon Shop',
  lines: [
    { line: 1, name: 'D shackle', symbol: 'pc', toSend: '20', picked: '12', shortBy: '0' },
  ] as Transfer['lines'],
  kept: [kept],
  goods: [],
};

const view = sentence({ verb: 'SEND', from: noBin, to: noBin });

beforeEach(empty);
afterEach(cleanup);

it('says a row of the pick list as its bin and its goods', async () => {
  const chosen = vi.fn();
  show(<PickList transfer={{ ...transfer, kept: [{ ...kept, lotId: 8 }] }} onChoose={chosen} />);
  await userEvent.click(screen.getByText('D shackle'));
  expect(chosen).toHaveBeenCalledWith({
    kind: 'TOGETHER',
    parts: [
      { kind: 'BIN', place: 11, role: 'FROM' },
      { kind: 'LOT', item: 5, lot: 8 },
    ],
  });
});

it('draws pieces that lie together into one row, to be scanned one by one', async () => {
  const chosen = vi.fn();
  const pieces = [1, 2, 3, 4].map((n) => ({
    ...kept,
    id: n,
    serialId: 100 + n,
    serial: `B-${n}`,
    quantity: '1',
  }));
  show(<PickList transfer={{ ...transfer, kept: pieces }} onChoose={chosen} />);
  const rows = screen.getAllByRole('button');
  expect(rows).toHaveLength(1);
  expect(rows[0]?.textContent).toContain('B-1, B-2, B-3 …');
  await userEvent.click(rows[0]!);
  expect(chosen).toHaveBeenCalledWith({
    kind: 'TOGETHER',
    parts: [
      { kind: 'BIN', place: 11, role: 'FROM' },
      { kind: 'ITEM', item: 5, counts: '0' },
    ],
  });
});

it('puts back what was picked', async () => {
  answers('POST', '/api/transfers/7/picked/31/return', () => ({ id: 7 }));
  const changed = vi.fn();
  show(
    <PickedList
      transfer={{ ...transfer, kept: [{ ...kept, picked: true }] }}
      onChanged={changed}
    />,
  );
  await press('Put back');
  await waitFor(() => expect(changed).toHaveBeenCalled());
});

it('asks whether it is complete, and says what is missing', async () => {
  const sent = vi.fn();
  show(
    <SendNow transfer={transfer} reviewed={false} busy={false} onSend={sent} onCancel={vi.fn()} />,
  );
  expect(screen.getByText('8 pc')).toBeTruthy();
  await press('Ship; the rest follows');
  expect(sent).toHaveBeenCalledWith('FOLLOWS');
});

it('hands in what nobody planned where the office looks it through', async () => {
  const sent = vi.fn();
  show(<SendNow transfer={transfer} reviewed busy={false} onSend={sent} onCancel={vi.fn()} />);
  expect(screen.getByText('The office reviews it before it is shipped.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Ship; the rest follows' })).toBeNull();
  await press('Hand in for review');
  expect(sent).toHaveBeenCalledWith('FOLLOWS');
});

it('shows the lots and pieces that were sent, to be confirmed', async () => {
  const chosen = vi.fn();
  const goods = [
    {
      id: 1,
      line: 1,
      shipment: 1,
      itemId: 6,
      item: 'FLR-001',
      name: 'Flare',
      symbol: 'pc',
      lotId: 9,
      lot: 'K2291',
      expiry: '2027-06-01',
      serialId: 0,
      serial: null,
      load: null,
      condition: 'GOOD' as const,
      sent: '12',
      arrived: '5',
      lost: '1',
      unitCost: 2,
    },
  ];
  show(<InTransit transfer={{ ...transfer, goods }} onChoose={chosen} />);
  expect(screen.getByText('K2291')).toBeTruthy();
  expect(screen.getByRole('button').textContent).toContain('6');
  await userEvent.click(screen.getByText('Flare'));
  expect(chosen).toHaveBeenCalledWith({
    kind: 'TOGETHER',
    parts: [{ kind: 'LOT', item: 6, lot: 9 }],
  });
});

it('begins with a site when there is no transfer, and sends what is picked', async () => {
  answers('GET', '/api/floor/SEND', () => view);
  answers('GET', '/api/transfers', () => ({ total: 0, offset: 0, rows: [] }));
  answers('GET', '/api/transfers/sites', () => [
    { id: 1, code: 'KQ', name: 'Kittiwake Quay' },
    { id: 3, code: 'PS', name: 'Pontoon Shop' },
  ]);
  answers('POST', '/api/floor/transfer/begin', () => ({
    ...view,
    outcome: 'FILLED',
    transfer: { ...transfer, planned: false, kept: [{ ...kept, picked: true }] },
  }));
  answers('POST', '/api/floor/transfer/sending', () => view);
  show(<SentenceScreen site={site} verb="SEND" />);
  await press('Pontoon Shop');
  expect(screen.queryByRole('button', { name: 'Kittiwake Quay' })).toBeNull();
  await screen.findByText('→ Pontoon Shop');
  await press('Ship');
  await press('Ship without the rest');
  await screen.findByText('Shipped to Pontoon Shop.');
  expect(asked.find((one) => one.path.endsWith('sending'))?.body).toEqual({
    site: 1,
    transfer: 7,
    rest: 'STAYS',
  });
});

it('stands as the last answer says, though an older question is answered later', async () => {
  const goods = [
    { id: 4, line: 1, itemId: 5, name: 'D shackle', symbol: 'pc', lotId: 0, serialId: 0 },
  ].map((row) => ({ ...row, shipment: 1, sent: '2', arrived: '0', lost: '0' }));
  const before = sentence({ verb: 'ARRIVE', transfer: { ...transfer, goods } as never });
  answers('GET', '/api/floor/ARRIVE', () => before);
  answers('POST', '/api/floor/ARRIVE/say', () => ({ ...before, canUndo: true, whole: true }));
  show(<SentenceScreen site={site} verb="ARRIVE" />);
  const row = await screen.findByText('D shackle');
  let answerLate: (view: unknown) => void = () => {};
  answers(
    'GET',
    '/api/floor/ARRIVE',
    () =>
      new Promise((done) => {
        answerLate = done;
      }),
  );
  window.dispatchEvent(new Event('visibilitychange'));
  await waitFor(() => expect(sent('GET', '/api/floor/ARRIVE')).toHaveLength(2));
  await userEvent.click(row);
  await screen.findByRole('button', { name: 'Confirm receipt' });
  answerLate(before);
  await new Promise((done) => setTimeout(done, 50));
  expect(screen.queryByRole('button', { name: 'Confirm receipt' })).not.toBeNull();
});

it('adds knowingly what the transfer does not ask for', async () => {
  answers('GET', '/api/floor/SEND', () => ({
    ...view,
    transfer,
    outcome: 'REFUSED',
    addable: 6,
    refusal: { type: 'not-on-order', values: { item: 'Flare' } },
  }));
  answers('POST', '/api/floor/SEND/say', () => ({ ...view, transfer }));
  show(<SentenceScreen site={site} verb="SEND" />);
  expect((await screen.findByRole('alert')).textContent).toContain(
    'Flare, which TR-10007 does not ask for',
  );
  await press('Add unordered item');
  await waitFor(() =>
    expect(asked.find((one) => one.path.endsWith('say'))?.body).toEqual({
      site: 1,
      saying: { kind: 'KNOWINGLY', item: 6 },
    }),
  );
});

it('moves only the chosen goods of a bin, as many as are said', async () => {
  const moved = vi.fn();
  const row = (part: Partial<Schemas['OnHandRow']>) =>
    ({
      lotId: null,
      lot: null,
      serialId: null,
      serial: null,
      condition: 'GOOD',
      ...part,
    }) as Schemas['OnHandRow'];
  show(
    <ChooseGoods
      rows={[
        row({ key: '5-11-0-0-0-0', itemId: 5, name: 'D shackle', onHand: '40' }),
        row({ key: '6-11-9-0-77-0', itemId: 6, name: 'Flare', lotId: 9, lot: 'K1', onHand: '6' }),
      ]}
      onMove={moved}
    />,
  );
  expect(screen.getByRole('button', { name: 'Move 0 chosen' })).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByRole('checkbox', { name: /D shackle/ }));
  await userEvent.clear(screen.getByLabelText('How many of D shackle'));
  await userEvent.type(screen.getByLabelText('How many of D shackle'), '15');
  await userEvent.click(screen.getByRole('checkbox', { name: /Flare/ }));
  await press('Move 2 chosen');
  expect(moved.mock.calls[0]?.[0]).toMatchObject([
    { kind: 'TAKEN', item: 5, lot: 0, load: 0, quantity: '15' },
    { kind: 'TAKEN', item: 6, lot: 9, load: 77, quantity: '6' },
  ]);
});

it('enlarges a picture by a tap, and shows nothing where there is none', async () => {
  const { rerender } = show(<ItemPicture item={5} picture={null} name="Flare" />);
  expect(screen.queryByRole('button')).toBeNull();
  rerender(<ItemPicture item={5} picture={1} name="Flare" />);
  await press('Enlarge the picture of Flare');
  expect(screen.getByRole('img', { name: 'Flare' })).toBeTruthy();
});
