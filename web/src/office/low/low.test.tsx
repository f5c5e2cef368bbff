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
    requisitionId: id,
    line: 1,
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
    sourceLine: 0,
    asked: '2026-03-02T09:00:00Z',
    askedBy: 'Oddny',
    needed: null,
    agreedBy: null,
    orderId: null,
    order: null,
    orderDue: null,
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
  await userEvent.click(await screen.findByLabelText('Choose Rope 1 of RQ-00001'));
  expect(screen.getByRole('button', { name: 'Approve 1' })).toHaveProperty('disabled', false);
  expect(screen.getByRole('button', { name: 'Order 1' })).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByLabelText('Choose Rope 2 of RQ-00002'));
  expect(screen.getByRole('button', { name: 'Approve 2' })).toHaveProperty('disabled', true);
  expect(screen.getByRole('button', { name: 'Cancel 2' })).toHaveProperty('disabled', false);
  await userEvent.click(screen.getByLabelText('Choose Rope 1 of RQ-00001'));
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
  await userEvent.click(await screen.findByLabelText('Choose Rope 2 of RQ-00002'));
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
  await userEvent.click(await screen.findByLabelText('Choose Rope 2 of RQ-00002'));
  await press('Order 1');
  expect(await screen.findByText(/Nobody is known to sell Rope 2/)).toBeTruthy();
  expect(screen.getByLabelText('Choose Rope 2 of RQ-00002')).toHaveProperty('checked', true);
});

it('lets those who may not agree ask, drop and order only', async () => {
  show(<RequisitionSpace />, { permissions: ['MOVE', 'POST'] });
  await userEvent.click(await screen.findByLabelText('Choose Rope 1 of RQ-00001'));
  expect(screen.queryByRole('button', { name: 'Approve 1' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Cancel 1' })).toBeTruthy();
});

function card(id: number, ...lines: object[]) {
  return {
    ...{ id, number: `RQ-0000${id}`, siteId: 1, site: 'Kittiwake Quay', source: '' },
    ...{ needed: null, note: 'for the slip', asked: '2026-03-02T09:00:00Z', askedBy: 'Oddny' },
    value: 120.5,
    lines,
  };
}

it('shows what else was requested, and names a supplier for one line', async () => {
  answers('GET', '/api/requisition-lines/1', () =>
    card(1, requisition(1, 'REQUESTED'), { ...requisition(8, 'ORDERED'), order: 'PO-10007' }),
  );
  answers('PUT', '/api/requisition-lines/1/supplier', (one) => one.body);
  show(<RequisitionSpace />);
  await userEvent.click(await screen.findByText('Rope 1'));
  const supplier = await screen.findByLabelText(/^Supplier/);
  expect(screen.getByText('Rope 8')).toBeTruthy();
  expect(screen.getByText('PO-10007')).toBeTruthy();
  expect(screen.getByText('for the slip')).toBeTruthy();
  await waitFor(() => expect(supplier).toHaveProperty('value', 'Skerry Works'));
  fill(supplier, 'nobody');
  await press('Save');
  expect(supplier).toHaveProperty('validationMessage', 'No person matches.');
  fill(supplier, 'tarn ropes');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/requisition-lines/1/supplier')?.body).toEqual({
      supplier: 5,
    }),
  );
});

it('requests several goods at once', async () => {
  answers('POST', '/api/requisitions', () => card(3, requisition(3, 'REQUESTED')));
  show(<RequisitionSpace />);
  await press('Request goods');
  await userEvent.type(screen.getByLabelText(/^Item/), 'RPE');
  await userEvent.type(screen.getByLabelText(/^Quantity/), '2,5');
  await press('Add line');
  await userEvent.type(screen.getAllByLabelText(/^Item/)[1], 'SHK');
  await userEvent.type(screen.getAllByLabelText(/^Quantity/)[1], '4');
  await userEvent.type(screen.getAllByLabelText(/^Pack/)[1], 'box');
  await userEvent.click(screen.getAllByRole('button', { name: 'Request goods' }).at(-1)!);
  await waitFor(() =>
    expect(
      asked.find((one) => one.path === '/api/requisitions' && one.method === 'POST')?.body,
    ).toEqual({
      site: 1,
      note: '',
      lines: [
        { item: 'RPE', packs: '2.5', pack: '' },
        { item: 'SHK', packs: '4', pack: 'box' },
      ],
    }),
  );
});
