// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { asItWas, laidOut } from '../../testing/layout';
import { RequisitionSpace } from './RequisitionSpace';

const CAN: Record<string, string[]> = {
  REQUESTED: ['APPROVE', 'CHOOSE_SUPPLIER', 'CANCEL'],
  APPROVED: ['ORDER', 'CHOOSE_SUPPLIER', 'CANCEL'],
};

function requisition(id: number, state: string) {
  return {
    id,
    version: 0,
    number: `RQ-0000${id}`,
    state,
    itemId: 7,
    item: 'RPE',
    name: `Rope ${id}`,
    symbol: 'm',
    quantity: '10',
    siteId: 1,
    site: 'Kittiwake Quay',
    supplierId: 4 as number | null,
    supplier: 'Skerry Works',
    source: 'SC-00001',
    asked: '2026-03-02T09:00:00Z',
    askedBy: 'Oddny',
    agreedBy: null,
    orderId: null,
    order: null,
    can: CAN[state],
  };
}

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', code: 'KQ', areas: [] }]);
  answers('GET', '/api/suppliers', () => [
    { id: 4, code: 'SKERRY', name: 'Skerry Works', active: true },
    { id: 5, code: 'TARN', name: 'Tarn Ropes', active: true },
  ]);
  answers('GET', '/api/requisitions', () => ({
    total: 2,
    offset: 0,
    rows: [requisition(1, 'REQUESTED'), requisition(2, 'APPROVED')],
  }));
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('offers for what is chosen only what can be done with all of it', async () => {
  answers('POST', '/api/requisitions/order', () => ({ count: 1, orders: ['PO-10007'] }));
  show(<RequisitionSpace />);
  await userEvent.click(await screen.findByLabelText('Choose RQ-00001'));
  expect(screen.getByRole('button', { name: 'Agree to 1' })).toHaveProperty('disabled', false);
  expect(screen.getByRole('button', { name: 'Order 1' })).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByLabelText('Choose RQ-00002'));
  expect(screen.getByRole('button', { name: 'Agree to 2' })).toHaveProperty('disabled', true);
  expect(screen.getByRole('button', { name: 'Drop 2' })).toHaveProperty('disabled', false);
  await userEvent.click(screen.getByLabelText('Choose RQ-00001'));
  await press('Order 1');
  expect(await screen.findByText('PO-10007')).toBeTruthy();
  expect(asked.find((one) => one.path === '/api/requisitions/order')?.body).toEqual({ ids: [2] });
});

it('waits with an order until it is known who sells it, and says so', async () => {
  answers('GET', '/api/requisitions', () => ({
    total: 1,
    offset: 0,
    rows: [{ ...requisition(2, 'APPROVED'), supplierId: null, can: ['CHOOSE_SUPPLIER', 'CANCEL'] }],
  }));
  show(<RequisitionSpace />);
  await userEvent.click(await screen.findByLabelText('Choose RQ-00002'));
  expect(screen.getByRole('button', { name: 'Order 1' })).toHaveProperty('disabled', true);
  expect(screen.getByText('Choose a supplier for RQ-00002 first.')).toBeTruthy();
});

it('says why an order was not made, and keeps what was chosen', async () => {
  answers(
    'POST',
    '/api/requisitions/order',
    () => new Refusal(422, 'Nobody is known to sell Rope 2. Name a supplier first.', 'no-supplier'),
  );
  show(<RequisitionSpace />);
  await userEvent.click(await screen.findByLabelText('Choose RQ-00002'));
  await press('Order 1');
  expect(await screen.findByText(/Nobody is known to sell Rope 2/)).toBeTruthy();
  expect(screen.getByLabelText('Choose RQ-00002')).toHaveProperty('checked', true);
});

it('lets those who may not agree ask, drop and order only', async () => {
  show(<RequisitionSpace />, { permissions: ['MOVE', 'POST'] });
  await userEvent.click(await screen.findByLabelText('Choose RQ-00001'));
  expect(screen.queryByRole('button', { name: 'Agree to 1' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Drop 1' })).toBeTruthy();
});

it('names a supplier for one, and asks for goods', async () => {
  answers('GET', '/api/requisitions/1', () => requisition(1, 'REQUESTED'));
  answers('PUT', '/api/requisitions/1/supplier', (one) => one.body);
  answers('POST', '/api/requisitions', () => requisition(3, 'REQUESTED'));
  show(<RequisitionSpace />);
  await userEvent.click(await screen.findByText('Rope 1'));
  const supplier = await screen.findByLabelText(/^Supplier/);
  await waitFor(() => expect(supplier).toHaveProperty('value', 'Skerry Works'));
  fill(supplier, 'nobody');
  await press('Save');
  expect(supplier).toHaveProperty('validationMessage', 'No one has these words.');
  fill(supplier, 'tarn ropes');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/requisitions/1/supplier')?.body).toEqual({
      supplier: 5,
    }),
  );
  await press('Close');
  await press('Ask for goods');
  await userEvent.type(screen.getByLabelText(/^Item/), 'RPE');
  await userEvent.type(screen.getByLabelText(/^Quantity/), '2,5');
  await userEvent.click(screen.getAllByRole('button', { name: 'Ask for goods' }).at(-1)!);
  await waitFor(() =>
    expect(
      asked.find((one) => one.path === '/api/requisitions' && one.method === 'POST')?.body,
    ).toEqual({ item: 'RPE', quantity: '2.5', site: 1 }),
  );
});
