// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { answers, empty, sent, show } from '../testing/house';
import { BinField } from './BinField';
import { date } from './format';
import { LotField } from './LotField';

const BINS: Record<string, string[]> = { 1: ['QA-01-A', 'QA-02-A'], 2: ['QA-09-Z'] };

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => [
    { id: 1, code: 'KQ', name: 'Kittiwake Quay', binned: true },
    { id: 2, code: 'OH', name: 'Outer Holm', binned: true },
    { id: 3, code: 'WT', name: 'Workboat', binned: false },
  ]);
  for (const [site, bins] of Object.entries(BINS)) {
    answers('GET', `/api/sites/${site}/bins`, ({ query }) => {
      const rows = bins
        .filter((address) => address.startsWith(query.get('q') ?? ''))
        .map((address) => ({ id: address, address, area: 'Rack QA', active: true, empty: true }));
      return { total: rows.length, offset: 0, rows };
    });
  }
  answers('GET', '/api/on-hand', ({ query }) => {
    const row = { item: 'FLR-001', site: 'Kittiwake Quay', symbol: 'pc', area: 'Rack QA' };
    const rows =
      query.get('group') === 'LOT'
        ? [
            { ...row, key: 'a', lot: 'K7001', expiry: '2027-03-31', available: '12' },
            { ...row, key: 'b', lot: 'L9', expiry: null, available: '0' },
          ]
        : [
            { ...row, key: '1', place: 'QA-02-A', available: '48', serial: 'S-1' },
            { ...row, key: '2', place: 'QB-01-A', available: '5.5', serial: 'S-2' },
            { ...row, key: '5', place: 'QB-01-A', available: '0.75', lot: 'L9' },
            { ...row, key: '3', item: 'FLR-0011', place: 'QA-07-A', available: '3' },
            { ...row, key: '4', site: 'Workboat', area: null, place: 'STOCK', available: '2' },
          ];
    return { total: rows.length, offset: 0, rows };
  });
});
afterEach(cleanup);

function Asking({ site, item }: { site?: number; item?: string }) {
  const [bin, setBin] = useState('');
  return (
    <>
      <BinField label="Bin" site={site} item={item} value={bin} onChange={setBin} />
      <output>{bin}</output>
    </>
  );
}

function look(label: string, text: string) {
  const field = screen.getByRole('combobox', { name: label });
  fireEvent.focus(field);
  fireEvent.mouseDown(field);
  fireEvent.change(field, { target: { value: text } });
  return field;
}

const said = () => document.querySelector('output')?.textContent;
const offered = async () =>
  within(await screen.findByRole('listbox'))
    .getAllByRole('option')
    .map((one) => one.textContent);

it('finds bins of every site by how they begin, and calls them by site and address', async () => {
  show(<Asking />);
  look('Bin', 'qa');
  await waitFor(async () =>
    expect(await offered()).toEqual([
      'QA-01-AKittiwake Quay · Rack QAempty',
      'QA-02-AKittiwake Quay · Rack QAempty',
      'QA-09-ZOuter Holm · Rack QAempty',
    ]),
  );
  fireEvent.click(await screen.findByText('QA-09-Z'));
  expect(said()).toBe('OH.QA-09-Z');
});

it('looks at one site where the words name it', async () => {
  show(<Asking />);
  look('Bin', 'OH.QA');
  await waitFor(async () => expect(await offered()).toEqual(['QA-09-ZOuter Holm · Rack QAempty']));
  expect(sent('GET', '/api/sites/1/bins')).toEqual([]);
});

it('offers first where the item lies, each bin once, and calls it by its address at a site', async () => {
  show(<Asking site={1} item="flr-001" />);
  look('Bin', 'Q');
  await waitFor(async () =>
    expect(await offered()).toEqual([
      'QA-02-ARack QA48pc available',
      'QB-01-ARack QA6.25pc available',
      'QA-01-ARack QAempty',
    ]),
  );
  fireEvent.click(await screen.findByText('QB-01-A'));
  expect(said()).toBe('QB-01-A');
});

it('offers where it lies at a site that has no bins', async () => {
  show(<Asking item="FLR-001" />);
  look('Bin', 'WT.');
  await waitFor(async () => expect(await offered()).toEqual(['STOCKWorkboat2pc available']));
  fireEvent.click(await screen.findByText('STOCK'));
  expect(said()).toBe('WT.STOCK');
});

it('leaves what was typed as it is, and says so when no bin begins like it', async () => {
  show(<Asking />);
  look('Bin', 'ZZ-99');
  expect(await screen.findByText('No bin matches.')).toBeTruthy();
  expect(said()).toBe('ZZ-99');
});

function AskingLot({ of }: { of: 'lot' | 'serial' }) {
  const [code, setCode] = useState('');
  return <LotField of={of} label="Which" item="FLR-001" value={code} onChange={setCode} />;
}

it('offers the lots of an item that are on hand, with their last day and what is available', async () => {
  show(<AskingLot of="lot" />);
  look('Which', 'k');
  await waitFor(async () =>
    expect(await offered()).toEqual([`K7001good until ${date('2027-03-31')}12pc available`]),
  );
});

it('offers the serial numbers of an item with where they lie', async () => {
  show(<AskingLot of="serial" />);
  look('Which', 'S-');
  await waitFor(async () =>
    expect(await offered()).toEqual(['S-1Kittiwake Quay · QA-02-A', 'S-2Kittiwake Quay · QB-01-A']),
  );
});
