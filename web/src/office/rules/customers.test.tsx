// @vitest-environment jsdom
import { answers, empty, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { CustomerRules } from './CustomerRules';
import { MadeOf } from './MadeOf';

const skerry: Schemas['CustomerCard'] = {
  id: 9,
  version: 4,
  code: 'SKERRY',
  name: 'Skerry Lifeboats',
  email: '',
  street: '1 Slip',
  town: 'Skerry',
  gln: '',
  minimumLife: 90,
  oneLot: true,
  active: true,
  language: '',
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/customers', () => [skerry]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('shows what each customer asks for, and changes it', async () => {
  answers('PUT', '/api/customers/9', () => skerry);
  show(<CustomerRules />);
  await userEvent.click(await screen.findByText('Skerry Lifeboats'));
  expect(await screen.findByLabelText(/Code/)).toHaveProperty('disabled', true);
  const life = screen.getByLabelText('Minimum remaining shelf life (days)');
  await userEvent.clear(life);
  await userEvent.type(life, '30');
  await userEvent.click(screen.getByLabelText('Each line must be of one lot'));
  await press('Save');
  await waitFor(() => expect(sent('PUT', '/api/customers/9')).toHaveLength(1));
  expect(sent('PUT', '/api/customers/9')[0]?.body).toMatchObject({
    code: 'SKERRY',
    minimumLife: 30,
    oneLot: false,
    version: 4,
  });
});

it('adds one, and puts what is wrong at its field', async () => {
  answers('POST', '/api/customers', () => {
    return new Refusal(400, 'There is a customer TERN already.', 'taken', { field: 'code' });
  });
  show(<CustomerRules />);
  await press('New customer');
  await userEvent.type(screen.getByLabelText(/^Code/), ' tern ');
  await userEvent.type(screen.getByLabelText(/^Name/), 'Tern Marine');
  await press('Save');
  await waitFor(() =>
    expect(screen.getAllByText('There is a customer TERN already.')).toHaveLength(2),
  );
  expect(screen.getByLabelText(/^Code/).getAttribute('aria-invalid')).toBe('true');
  expect(sent('POST', '/api/customers')[0]?.body).toMatchObject({
    code: 'TERN',
    name: 'Tern Marine',
  });
  expect(screen.getByLabelText(/^Name/)).toHaveProperty('value', 'Tern Marine');
});

it('lets others look at customers without changing them', async () => {
  show(<CustomerRules />, { permissions: ['MOVE'] });
  await userEvent.click(await screen.findByText('Skerry Lifeboats'));
  expect(await screen.findByLabelText(/^Name/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'New customer' })).toBeNull();
});

it('says what goes into a kit, without the lines left empty', async () => {
  const door = '/api/items/30/components';
  const two = { itemId: 5, item: 'SHK-001', name: 'D shackle', quantity: '2', symbol: 'pc' };
  const kit = { kitId: 30, kit: 'KIT-001', name: 'Mooring kit', components: [two] };
  answers('GET', door, () => kit);
  answers('PUT', door, () => kit);
  show(<MadeOf item={30} />);
  expect(await screen.findByLabelText('Component 1')).toHaveProperty('value', 'SHK-001');
  await press('Add line');
  await userEvent.type(screen.getByLabelText('Component 2'), ' ROP-012 ');
  await userEvent.type(screen.getAllByLabelText('Quantity')[1], '7,5');
  await press('Add line');
  await press('Save components');
  await waitFor(() =>
    expect(sent('PUT', door)[0]?.body).toEqual({
      components: [
        { item: 'SHK-001', quantity: '2' },
        { item: 'ROP-012', quantity: '7.5' },
      ],
    }),
  );
});
