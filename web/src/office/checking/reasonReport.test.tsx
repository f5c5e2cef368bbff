// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, asked, empty, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { ReasonReportSpace } from './ReasonReportSpace';

const row = { code: null, out: null, in: null, symbol: null, times: 2, inValue: 0, sum: null };

beforeEach(() => {
  laidOut();
  empty();
  answers('GET', '/api/sites', () => []);
  answers('GET', '/api/movement-kinds', () => [
    { id: 5, name: 'Taken for a job', purpose: 'MOVEMENT' },
    { id: 6, name: 'Broken', purpose: 'SCRAP' },
  ]);
  answers('GET', '/api/reason-report', () => ({
    rows: [
      { ...row, label: 'Tern', outValue: 30, sum: 7.5 },
      { ...row, label: '', outValue: 4, sum: 0 },
    ],
    fields: [
      { id: 71, name: 'Boat', type: 'CHOICE', kind: 'Taken for a job' },
      { id: 72, name: 'Hours', type: 'NUMBER', kind: 'Taken for a job' },
    ],
  }));
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('tells what was posted apart by a field, and sums another', async () => {
  show(<ReasonReportSpace />, {}, '/office/checking/reason-report?purpose=MOVEMENT&kind=5');
  await screen.findByRole('option', { name: 'Boat' });
  await userEvent.selectOptions(screen.getByLabelText('Show by'), 'Boat');
  await userEvent.selectOptions(screen.getByLabelText('Sum of'), 'Hours');
  await waitFor(() => {
    const last = asked.filter((one) => one.path === '/api/reason-report').at(-1);
    expect(last?.query.get('by')).toBe('FIELD');
    expect(last?.query.get('field')).toBe('71');
    expect(last?.query.get('sum')).toBe('72');
    expect(last?.query.get('purpose')).toBe('MOVEMENT');
  });
  expect((await screen.findAllByText('Tern')).length).toBeGreaterThan(0);
  expect(screen.getAllByText('Not filled in').length).toBeGreaterThan(0);
  expect(screen.getByRole('columnheader', { name: /Hours/ })).toBeTruthy();
  expect(screen.getByText('7.5')).toBeTruthy();
});
