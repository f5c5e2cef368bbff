// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { Accounts } from './Accounts';
import { KindForm } from './KindForm';

const kind = {
  id: 5,
  version: 3,
  code: 'JOB',
  name: 'Taken for a job',
  purpose: 'MOVEMENT' as const,
  direction: 'OUT' as const,
  contra: 'USED_UP' as const,
  account: '5150',
  noteNeeded: false,
  sites: [],
  roles: [],
  onFloor: true,
  comesBack: false,
  approvalValue: null,
  oppositeId: null,
  active: true,
  fields: [
    { id: 71, name: 'Job', type: 'TEXT' as const, required: true, choices: [] },
    { id: 72, name: 'Boat', type: 'CHOICE' as const, required: false, choices: ['Tern', 'Gannet'] },
  ],
};

async function fill(field: HTMLElement, text: string) {
  await userEvent.clear(field);
  await userEvent.click(field);
  await userEvent.paste(text);
}

beforeEach(empty);
afterEach(cleanup);

it('makes a kind with fields, each with what it takes', async () => {
  answers('POST', '/api/movement-kinds', () => kind);
  answers('GET', '/api/sites', () => [{ id: 8, code: 'PS', name: 'Shop', areas: [] }]);
  show(<KindForm kinds={[]} onDone={() => undefined} />);
  await fill(screen.getByLabelText(/^Code/), 'refit');
  await fill(screen.getByLabelText(/^Name/), 'Refit');
  await fill(screen.getByLabelText('Approval limit'), '250,50');
  await press('Add field');
  await fill(screen.getByLabelText('Field'), 'Berth');
  await userEvent.selectOptions(screen.getByLabelText('Takes'), 'CHOICE');
  await fill(screen.getByLabelText('Choices, one per line'), 'North\n\nSouth ');
  await userEvent.click(screen.getByLabelText('required'));
  await userEvent.click(screen.getByLabelText('Clerk'));
  await userEvent.click(await screen.findByLabelText('Shop'));
  await userEvent.click(screen.getByLabelText('Offered on the Floor'));
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      code: 'REFIT',
      name: 'Refit',
      purpose: 'MOVEMENT',
      direction: 'OUT',
      contra: 'USED_UP',
      approvalValue: 250.5,
      roles: ['CLERK'],
      sites: [8],
      onFloor: false,
      fields: [
        { id: 0, name: 'Berth', type: 'CHOICE', required: true, choices: ['North', 'South'] },
      ],
    }),
  );
});

it('leads scrap and loans to the places that they go to', async () => {
  show(<KindForm kinds={[]} onDone={() => undefined} />);
  await userEvent.selectOptions(screen.getByLabelText('Kind'), 'SCRAP');
  expect(screen.getByLabelText('Other side')).toHaveProperty('value', 'SCRAPPED');
  expect(screen.getByLabelText('Direction')).toHaveProperty('value', 'OUT');
  await userEvent.selectOptions(screen.getByLabelText('Kind'), 'LOAN');
  expect(screen.getByLabelText('Other side')).toHaveProperty('value', 'ON_LOAN');
});

it('changes a kind under the version that was read, and takes a field out', async () => {
  answers('PUT', '/api/movement-kinds/5', () => kind);
  show(<KindForm kind={kind} kinds={[kind]} onDone={() => undefined} />);
  expect(screen.getByLabelText(/^Code/)).toHaveProperty('disabled', true);
  await press('Remove the field Job');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toMatchObject({
      version: 3,
      fields: [{ id: 72, name: 'Boat' }],
    }),
  );
});

it('shows beside its field what a kind can not be', async () => {
  answers(
    'POST',
    '/api/movement-kinds',
    () => new Refusal(400, 'What is scrapped goes out.', 'invalid', { field: 'contra' }),
  );
  show(<KindForm kinds={[]} onDone={() => undefined} />);
  await fill(screen.getByLabelText(/^Code/), 'ODD');
  await fill(screen.getByLabelText(/^Name/), 'Odd');
  await press('Save');
  await waitFor(() => expect(screen.getAllByText('What is scrapped goes out.')).toHaveLength(2));
});

it('changes an account, and lets a site share the cost of another', async () => {
  answers('GET', '/api/accounts', () => [{ role: 'SCRAPPED', code: '5200', name: 'Scrap' }]);
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Kittiwake Quay', code: 'KQ', areas: [] },
    { id: 3, name: 'Pontoon Shop', code: 'PS', areas: [] },
  ]);
  answers('GET', '/api/costs/sites', () => [
    { site: 1, name: 'Kittiwake Quay', costSite: 1 },
    { site: 3, name: 'Pontoon Shop', costSite: 3 },
  ]);
  answers('PUT', '/api/accounts', (one) => one.body);
  answers('PUT', '/api/costs/sites/3', (one) => one.body);
  show(<Accounts />);
  await fill(await screen.findByLabelText('Account'), '5210');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/accounts' && one.method === 'PUT')?.body).toEqual(
      { role: 'SCRAPPED', code: '5210', name: 'Scrap' },
    ),
  );
  await userEvent.selectOptions(await screen.findByLabelText('Pontoon Shop'), '1');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/costs/sites/3')?.body).toEqual({ costSite: 1 }),
  );
});
