// @vitest-environment jsdom
import { answers, empty, press, sent, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { LandedCost } from './LandedCost';

const line = {
  ...{ posting: 71, line: 0, itemId: 7, item: 'ROPE', name: 'Rope', symbol: 'm', lot: null },
  ...{ quantity: '10', weight: 0, received: '2026-11-28T10:00:00Z', cost: 5, charges: 8 },
};
const charge = {
  ...{ id: 3, kind: 'CHARGE', name: 'Freight', basis: 'VALUE', amount: 20, held: 8 },
  ...{ at: '2026-11-28T11:00:00Z', person: 'Maren Holme', takenBack: null },
};

beforeEach(empty);
afterEach(cleanup);

function shown() {
  answers('GET', '/api/charges', () => ({ document: 'PO-1', lines: [line], charges: [charge] }));
  show(<LandedCost document="PO-1" />);
}

it('says what falls on goods that have gone, and takes a charge back', async () => {
  answers('POST', '/api/charges/3/reversal', () => ({}));
  shown();
  expect(await screen.findByText(/12\.00 of it for goods no longer in stock/)).toBeTruthy();
  await press('Reverse');
  await waitFor(() => expect(sent('POST', '/api/charges/3/reversal')).toHaveLength(1));
});

it('shares a charge out by weight', async () => {
  answers('POST', '/api/charges', () => ({}));
  shown();
  await press('Add charge');
  await userEvent.type(await screen.findByLabelText(/^Charge/), 'Duty');
  await userEvent.type(screen.getByLabelText(/^Amount/), '12.50');
  await userEvent.selectOptions(screen.getByLabelText('Share out'), 'by weight');
  await press('Share out charge');
  await waitFor(() =>
    expect(sent('POST', '/api/charges')[0]?.body).toEqual({
      ...{ document: 'PO-1', name: 'Duty', amount: 12.5, basis: 'WEIGHT' },
    }),
  );
});

it('changes what a line cost, with a reason', async () => {
  answers('POST', '/api/charges/cost', () => ({}));
  shown();
  await press('Change cost');
  const cost = await screen.findByLabelText(/Cost of one m/);
  await userEvent.clear(cost);
  await userEvent.type(cost, '6.2');
  await userEvent.type(screen.getByLabelText(/^Reason/), 'Invoice 881');
  const all = screen.getAllByRole('button', { name: 'Change cost' });
  await userEvent.click(all[all.length - 1]!);
  await waitFor(() =>
    expect(sent('POST', '/api/charges/cost')[0]?.body).toEqual({
      ...{ document: 'PO-1', posting: 71, line: 0, cost: 6.2, reason: 'Invoice 881' },
    }),
  );
});

it('shows nothing where nothing has come in', async () => {
  answers('GET', '/api/charges', () => ({ document: 'PO-1', lines: [], charges: [] }));
  const { container } = show(<LandedCost document="PO-1" />);
  await waitFor(() => expect(sent('GET', '/api/charges')).toHaveLength(1));
  expect(container.textContent).toBe('');
});
