// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { LabelButton } from './LabelButton';
import { LabelSpace } from './LabelSpace';
import { NewLoads } from './NewLoads';

beforeEach(empty);
afterEach(cleanup);

const body = (path: string) => asked.find((one) => one.path === path && one.body)?.body;

it('prints labels in the symbol, the size and the number that were chosen', async () => {
  answers('GET', '/api/printers', () => [
    { id: 1, name: 'Tray', active: true, labels: true },
    { id: 4, name: 'Dock printer', active: true, labels: true },
    { id: 5, name: 'Office printer', active: true, labels: false },
  ]);
  answers('POST', '/api/labels/printing', () => ({ labels: 6, printer: 'Dock printer' }));
  show(<LabelButton of="BIN" ids={[4, 9]} word="Bin label" />);
  await press('Bin label');
  await userEvent.selectOptions(screen.getByLabelText('Symbol'), 'DataMatrix, GS1');
  await userEvent.selectOptions(screen.getByLabelText('Size'), '60 × 30 mm');
  await userEvent.selectOptions(screen.getByLabelText('Copies of each'), '3');
  await userEvent.selectOptions(await screen.findByLabelText('Printer'), 'Dock printer');
  await press('Print');
  expect(await screen.findByText('6 labels go to Dock printer.')).toBeTruthy();
  expect(body('/api/labels/printing')).toMatchObject({
    of: 'BIN',
    ids: [4, 9],
    symbol: 'DATAMATRIX',
    paper: 'SINGLE',
    copies: 3,
    widthMm: 60,
    heightMm: 30,
    printer: 4,
  });
});

it('says why labels could not be printed', async () => {
  answers('POST', '/api/labels/printing', () => new Refusal(409, 'At most 5,000 labels at once.'));
  show(<LabelButton of="BIN" ids={[4]} word="Bin label" />);
  await press('Bin label');
  await press('Print');
  expect(await screen.findByText('At most 5,000 labels at once.')).toBeTruthy();
});

function job(id: number, of: object) {
  return { id, person: 'Maren', state: 'PRINTED', made: true, paper: null, ...of };
}

function house() {
  answers('GET', '/api/print-jobs', () => [
    job(2, { title: 'Bins of Rack QA', labels: 60, at: '2026-11-20T09:00:00Z' }),
    job(1, { title: 'Badges', labels: 1, at: '2026-11-19T09:00:00Z' }),
  ]);
  answers('GET', '/api/sites', () => [
    {
      id: 1,
      code: 'KQ',
      name: 'Kittiwake Quay',
      areas: [
        { id: 11, name: 'Rack QA' },
        { id: 12, name: 'Rack QB' },
      ],
    },
  ]);
  answers('GET', '/api/people/names', () => [{ id: 1 }, { id: 2 }, { id: 3 }]);
  answers('GET', '/api/floor/trolleys', () => [{ id: 71 }]);
  answers('POST', '/api/labels/printing', () => ({ labels: 1, printer: 'Tray' }));
}

it('shows what was printed, newest on top, each to be opened', async () => {
  house();
  show(<LabelSpace />);
  await screen.findByText('Bins of Rack QA');
  const sheets = screen.getAllByRole('link', { name: /^(Bins of Rack QA|Badges)$/ });
  expect(sheets.map((one) => one.getAttribute('href'))).toEqual([
    '/api/print-jobs/2/pages',
    '/api/print-jobs/1/pages',
  ]);
  expect(screen.getByText('60 labels')).toBeTruthy();
  expect(screen.getByText('1 label')).toBeTruthy();
});

it.each([
  { kind: 'Badges', sent: { of: 'PERSON', ids: [1, 2, 3] } },
  { kind: 'Trolleys', sent: { of: 'UNIT_LOAD', ids: [71] } },
  { kind: 'Actions', sent: { of: 'ACTION', ids: [] } },
])('prints the whole set of $kind', async ({ kind, sent }) => {
  house();
  show(<LabelSpace />, { permissions: ['LOOK', 'MOVE', 'PEOPLE'] });
  await screen.findByText('Bins of Rack QA');
  await userEvent.selectOptions(screen.getByLabelText('Labels for'), kind);
  await press('Print');
  expect(await screen.findByText('1 label goes to Tray.')).toBeTruthy();
  expect(body('/api/labels/printing')).toMatchObject(sent);
  expect(body('/api/labels/printing')).not.toHaveProperty('area');
});

it('offers badges to those only who say who may do what', async () => {
  house();
  show(<LabelSpace />);
  await screen.findByText('Bins of Rack QA');
  expect(screen.queryByRole('option', { name: 'Badges' })).toBeNull();
});

it('prints the bins of the area that is chosen, the first one unless told', async () => {
  house();
  show(<LabelSpace />);
  const area = await screen.findByLabelText('Area');
  await screen.findByRole('option', { name: 'KQ Rack QB' });
  await press('Print');
  expect(await screen.findByText('1 label goes to Tray.')).toBeTruthy();
  expect(body('/api/labels/printing')).toMatchObject({ of: 'BIN', area: 11 });
  asked.length = 0;
  await userEvent.selectOptions(area, 'KQ Rack QB');
  await press('Print');
  await waitFor(() => expect(body('/api/labels/printing')).toMatchObject({ of: 'BIN', area: 12 }));
});

it('makes a number for a pallet, and offers its label', async () => {
  answers('POST', '/api/unit-loads', () => ({ id: 80, code: '304000010000000019' }));
  show(<NewLoads />);
  await press('New SSCC');
  expect(await screen.findByText('304000010000000019')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Pallet label' })).toBeTruthy();
});

it('adds a trolley under a code in capitals, and only for those who set rules', async () => {
  answers('POST', '/api/unit-loads/trolleys', () => ({ id: 72, code: 'T3' }));
  show(<NewLoads />);
  await userEvent.type(screen.getByLabelText(/Code/), ' t3 ');
  await userEvent.type(screen.getByLabelText('Name'), 'Blue trolley');
  await press('Add trolley');
  expect(await screen.findByText('Saved.')).toBeTruthy();
  expect(body('/api/unit-loads/trolleys')).toEqual({ code: 'T3', name: 'Blue trolley' });
  cleanup();
  show(<NewLoads />, { permissions: ['MOVE'] });
  expect(screen.queryByRole('button', { name: 'Add trolley' })).toBeNull();
});
