// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { answers, empty, press, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { PrinterRules } from './PrinterRules';
import { PrintJobs } from './PrintJobs';
import { PrintRules } from './PrintRules';

const tray = {
  id: 1,
  version: 0,
  code: 'TRAY',
  name: 'Tray',
  siteId: null,
  site: null,
  address: '',
  labels: true,
  papers: true,
  active: true,
};
const dock = {
  ...tray,
  id: 2,
  code: 'LAB1',
  name: 'Dock printer',
  siteId: 7,
  site: 'Kittiwake Quay',
  address: 'ipp://10.0.0.9/ipp/print',
  papers: false,
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [
    { id: 7, code: 'KQ', name: 'Kittiwake Quay', areas: [] },
    { id: 8, code: 'PS', name: 'Shop', areas: [] },
  ]);
  answers('GET', '/api/printers', () => [tray, dock]);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('adds a printer by its address', async () => {
  answers('POST', '/api/printers', () => dock);
  show(<PrinterRules />, {}, '/?open=new');
  await userEvent.type(await screen.findByLabelText(/^Code/), 'lab2');
  await userEvent.type(screen.getByLabelText(/^Name/), 'Office');
  await userEvent.type(screen.getByLabelText('Address'), ' ipp://10.0.0.8/ipp/print ');
  await press('Save');
  await waitFor(() =>
    expect(sent('POST', '/api/printers')[0]?.body).toMatchObject({
      code: 'LAB2',
      name: 'Office',
      address: 'ipp://10.0.0.8/ipp/print',
      siteId: null,
      labels: true,
    }),
  );
});

it('says how a printer is, and prints a test page', async () => {
  answers('GET', '/api/printers/2/condition', () => ({
    reached: true,
    ready: false,
    said: 'media-empty-error',
  }));
  answers('POST', '/api/printers/2/test-page', () => ({ id: 9 }));
  show(<PrinterRules />, {}, '/?open=2');
  expect(await screen.findByText('Not ready: media-empty-error')).toBeTruthy();
  await press('Print test page');
  expect(await screen.findByText(/The test page was sent/)).toBeTruthy();
});

it('has something print by itself, on a printer that can print it there', async () => {
  answers('GET', '/api/print-rules', () => []);
  answers('GET', '/api/print-occasions', () => [
    { occasion: 'GOODS_RECEIVED', papers: ['RECEIVED_LABELS'] },
    { occasion: 'ORDER_SHIPPED', papers: ['DISPATCH_NOTE', 'CARRIER_LABELS'] },
  ]);
  answers('POST', '/api/print-rules', () => ({ id: 3 }));
  show(<PrintRules />, {}, '/?open=new');
  await screen.findByRole('option', { name: 'An order is shipped' });
  await userEvent.selectOptions(screen.getByLabelText('When'), 'An order is shipped');
  const printers = () =>
    [...screen.getByLabelText('Printer').querySelectorAll('option')].map((one) => one.textContent);
  await waitFor(() => expect(printers()).toEqual(['Tray']));
  await userEvent.selectOptions(screen.getByLabelText('What'), 'Carrier labels');
  await waitFor(() => expect(printers()).toEqual(['Tray', 'Dock printer']));
  await userEvent.selectOptions(screen.getByLabelText('Printer'), 'Dock printer');
  await press('Save');
  await waitFor(() =>
    expect(sent('POST', '/api/print-rules')[0]?.body).toMatchObject({
      siteId: 7,
      occasion: 'ORDER_SHIPPED',
      paper: 'CARRIER_LABELS',
      printerId: 2,
      copies: 1,
    }),
  );
});

it('says why something did not print, and prints it again', async () => {
  answers('GET', '/api/print-jobs', () => [
    {
      id: 4,
      title: '',
      paper: 'PICK_SHEET',
      labels: 0,
      printer: 'Dock printer',
      copies: 2,
      person: 'House',
      at: '2026-11-20T09:00:00Z',
      state: 'FAILED',
      failure: 'ipp://10.0.0.9/ipp/print does not answer',
      nextTry: null,
      ended: '2026-11-20T09:30:00Z',
      made: true,
    },
  ]);
  answers('POST', '/api/print-jobs/4/again', () => ({ id: 4 }));
  show(<PrintJobs />, {}, '/?open=4');
  expect(await screen.findByText(/does not answer/)).toBeTruthy();
  expect(screen.getAllByText('Pick sheet').length).toBeGreaterThan(0);
  await press('Print again');
  await waitFor(() => expect(sent('POST', '/api/print-jobs/4/again')).toHaveLength(1));
});
