// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { SheetTyping } from './SheetTyping';

const card = { id: 7, number: 'CO-10007', siteId: 1 } as unknown as Schemas['CountCard'];

const line = (itemId: number, name: string): Schemas['CountSheetLine'] => ({
  itemId,
  placeId: 5,
  lotId: 0,
  serialId: 0,
  unitLoadId: 0,
  condition: 'GOOD',
  place: 'QA-01-A',
  item: `I-${itemId}`,
  name,
  symbol: 'pc',
  lot: null,
  expiry: null,
  serial: null,
  unitLoad: null,
});

const sheet = (slip: number, more: Partial<Schemas['CountSheet']> = {}): Schemas['CountSheet'] => ({
  slip,
  round: 1,
  bin: 'QA-01-A',
  item: null,
  load: null,
  state: 'OPEN',
  assigned: 0,
  twice: false,
  typings: [],
  onFloor: [],
  lines: [line(1, 'Shackle'), line(2, 'Cleat')],
  next: slip === 1 ? 2 : null,
  ...more,
});

beforeEach(() => {
  empty();
  answers('GET', '/api/people/names', () => [
    { id: 1, name: 'Maren' },
    { id: 4, name: 'Tavi' },
  ]);
  answers('GET', '/api/counts/7/sheets', () => ({ slip: 1 }));
  answers('GET', '/api/counts/7/sheets/1', () => sheet(1));
  answers('GET', '/api/counts/7/sheets/2', () => sheet(2));
});
afterEach(cleanup);

const figure = (name: string) => screen.findByLabelText(new RegExp(`Counted of ${name}`));

it('goes from figure to figure and from sheet to sheet by Enter alone', async () => {
  answers('POST', '/api/counts/7/sheets/1', () => ({
    outcome: 'COUNTED',
    differences: [],
    next: 2,
  }));
  show(<SheetTyping count={card} />);
  const first = await figure('Shackle');
  await waitFor(() => expect(document.activeElement).toBe(first));
  await userEvent.keyboard('12{Enter}0{Enter}');
  expect((document.activeElement as HTMLElement).textContent).toBe('Hand in sheet');
  await userEvent.keyboard('{Enter}');
  expect(await screen.findByText('Sheet 1 counts.')).toBeTruthy();
  const body = sent('POST', '/api/counts/7/sheets/1').at(-1)!.body as Schemas['CountSheetEntry'];
  expect(body.figures.map((one) => [one.itemId, one.quantity])).toEqual([
    [1, '12'],
    [2, '0'],
  ]);
  expect(body.countedBy).toBe(1);
  await waitFor(() => expect((screen.getByLabelText('Slip') as HTMLInputElement).value).toBe('2'));
});

it('never sends a figure that can be read in two ways', async () => {
  show(<SheetTyping count={card} />);
  await userEvent.type(await figure('Shackle'), '1,250');
  await press('Hand in sheet');
  expect(await screen.findAllByText(/1,250/)).toBeTruthy();
  expect(sent('POST', '/api/counts/7/sheets/1')).toEqual([]);
});

it('shows what was typed otherwise the first time, and sends it again once it was looked up', async () => {
  answers('GET', '/api/counts/7/sheets/1', () =>
    sheet(1, {
      twice: true,
      typings: [
        {
          person: 'Oddny',
          at: '2026-03-02T10:30:00Z',
          countedBy: 'Tavi',
          countedAt: '2026-03-02T09:30:00Z',
        },
      ],
    }),
  );
  answers('POST', '/api/counts/7/sheets/1', (one) =>
    (one.body as Schemas['CountSheetEntry']).lookedUp
      ? { outcome: 'COUNTED', differences: [], next: null }
      : {
          outcome: 'DIFFERS',
          differences: [
            {
              place: 'QA-01-A',
              item: 'I-1',
              name: 'Shackle',
              lot: '',
              serial: '',
              first: '38',
              second: '83',
            },
          ],
          next: 1,
        },
  );
  show(<SheetTyping count={card} />);
  await userEvent.type(await figure('Shackle'), '83{Enter}2');
  await press('Hand in sheet');
  expect(await screen.findByText(/One figure was typed otherwise/)).toBeTruthy();
  expect(screen.getByText('38')).toBeTruthy();
  await press('The figures here are right');
  expect(await screen.findByText('Sheet 1 counts.')).toBeTruthy();
});

it('says that a slip is counted on the floor, and goes on', async () => {
  answers('GET', '/api/counts/7/sheets/1', () => sheet(1, { onFloor: ['Tavi'] }));
  show(<SheetTyping count={card} />);
  expect(await screen.findByText(/Slip 1 is being counted on the Floor by Tavi/)).toBeTruthy();
  await press('Continue with sheet 2');
  await waitFor(() => expect((screen.getByLabelText('Slip') as HTMLInputElement).value).toBe('2'));
});
