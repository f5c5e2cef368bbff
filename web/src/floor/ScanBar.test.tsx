// @vitest-environment jsdom
import { answers, empty, press, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { ScanBar } from './ScanBar';

const heard: string[] = [];

function bar(codes: string[] = []) {
  answers('POST', '/api/floor/scan', (one) => ({
    hits: codes.includes((one.body as { text: string }).text) ? [{ kind: 'LOT', id: 1 }] : [],
    action: null,
    refusal: null,
  }));
  show(<ScanBar site={1} hint="Scan" onScan={(text) => heard.push(text)} />);
}

const type = (text: string) => userEvent.type(screen.getByLabelText('Scan'), `${text}{Enter}`);

beforeEach(() => {
  empty();
  heard.length = 0;
});
afterEach(cleanup);

it('hands codes on as they are', async () => {
  bar();
  await type('RB.KQ.QA-03-B');
  await type('2000000000015');
  await type('2 boxes');
  await waitFor(() => expect(heard).toEqual(['RB.KQ.QA-03-B', '2000000000015', '2 boxes']));
});

it('brings a number into the form that is sent', async () => {
  bar();
  await type('2,5');
  await type('1.234,5');
  await type('2,5 boxes');
  await waitFor(() => expect(heard).toEqual(['2.5', '1234.5', '2.5 boxes']));
});

it('asks which number is meant, and lets what follows wait', async () => {
  bar();
  await type('1,000');
  expect((await screen.findByRole('alert')).textContent).toContain('1,000: which number is it?');
  await type('QA-03-B');
  expect(heard).toEqual([]);
  await press('1000');
  await waitFor(() => expect(heard).toEqual(['1000', 'QA-03-B']));
});

it('takes a text that is a known code as that code', async () => {
  bar(['1.000']);
  await type('1.000');
  await waitFor(() => expect(heard).toEqual(['1.000']));
  expect(screen.queryByRole('alert')).toBeNull();
});

it('forgets a number that is neither', async () => {
  bar();
  await type('12.345');
  await press('Neither: type it again');
  await type('12');
  await waitFor(() => expect(heard).toEqual(['12']));
});
