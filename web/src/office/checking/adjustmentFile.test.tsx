// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { asItWas, laidOut } from '../../testing/layout';
import { AdjustmentFile } from './AdjustmentFile';

const tried = {
  good: 2,
  bad: 1,
  net: -15,
  lines: [
    line(2, '12', '-3', -30, null),
    line(3, null, null, null, 'There is no item NOSUCH.'),
    line(4, '0', '5', 15, null),
  ],
  written: [],
};

function line(
  row: number,
  book: string | null,
  variance: string | null,
  value: number | null,
  fault: string | null,
) {
  return {
    row,
    item: `I-${row}`,
    place: 'KQ.A-01-A',
    reason: 'LOSS',
    book,
    variance,
    value,
    fault,
  };
}

const file = new File(['item,bin,change,reason\n'], 'lines.csv', { type: 'text/csv' });

beforeEach(() => {
  empty();
  laidOut();
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('tries a file first, shows each line, and posts the good ones when told', async () => {
  answers('POST', '/api/adjustments/files', (one) =>
    one.query.get('trial') === 'true'
      ? tried
      : {
          ...tried,
          written: [
            { id: 1, number: 'AD-00001', state: 'POSTED', lines: 2, net: -15, posting: 9 },
            { id: 2, number: 'AD-00002', state: 'PROPOSED', lines: 1, net: 0, posting: null },
          ],
        },
  );
  show(<AdjustmentFile />);
  await userEvent.upload(screen.getByLabelText('Choose file'), file);
  expect(await screen.findByText(/Lines that can be posted: 2. With errors: 1/)).toBeTruthy();
  expect(await screen.findByText('12 → 9')).toBeTruthy();
  expect(screen.getByText(/There is no item NOSUCH/)).toBeTruthy();
  await press('Show only lines with errors (1)');
  expect(screen.queryByText('12 → 9')).toBeNull();
  const bad = screen.getByText('Download lines with errors').closest('a')?.getAttribute('href');
  expect(decodeURIComponent(bad ?? '')).toContain('"3","I-3","KQ.A-01-A","LOSS"');
  await press('Post 2 lines');
  expect(await screen.findByText(/AD-00001, AD-00002/)).toBeTruthy();
  expect(screen.getByText(/needs approval by someone else/)).toBeTruthy();
  expect(asked.map((one) => one.query.get('trial'))).toEqual(['true', 'false']);
  expect(asked[0].command).not.toBe(asked[1].command);
});

it('says what a file must have that can not be read', async () => {
  answers(
    'POST',
    '/api/adjustments/files',
    () => new Refusal(400, "There is no column 'bin'.", 'invalid', { field: 'file' }),
  );
  show(<AdjustmentFile />);
  await userEvent.upload(screen.getByLabelText('Choose file'), file);
  expect(await screen.findByText("There is no column 'bin'.")).toBeTruthy();
  expect(screen.queryByRole('button', { name: /Post the/ })).toBeNull();
});
