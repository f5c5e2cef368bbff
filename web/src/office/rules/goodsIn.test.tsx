// @vitest-environment jsdom
import { answers, asked, sent, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { LabelChoice } from '../labels/LabelButton';
import { PutAwayForm } from './PutAwayForm';

const site = {
  id: 1,
  code: 'KQ',
  name: 'Kittiwake Quay',
  binned: true,
  areas: [{ id: 21, code: 'BA', name: 'Bulk BA', purpose: 'STORE', siteId: 1, version: 0 }],
} as unknown as Schemas['SiteCard'];

beforeEach(() => {
  empty();
  answers('GET', '/api/categories', () => ['Provisions', 'Rigging']);
});
afterEach(cleanup);

it('writes a rule for an item and a bin, with a capacity in packs', async () => {
  const done = vi.fn();
  answers('POST', '/api/put-away/rules', () => ({}));
  show(<PutAwayForm site={site} onDone={done} />);
  const item = screen.getAllByLabelText(/^Item/).find((one) => one.tagName === 'INPUT')!;
  await userEvent.type(item, 'SHK-001');
  const bin = screen.getAllByLabelText(/^Bin/).find((one) => one.tagName === 'INPUT')!;
  await userEvent.type(bin, 'BA-01-A');
  await userEvent.type(screen.getByLabelText('Up to'), '6');
  await userEvent.type(screen.getByLabelText('Pack'), 'carton');
  await press('Save');
  await waitFor(() => expect(done).toHaveBeenCalled());
  const body = asked.find((one) => one.method === 'POST')?.body as Record<string, unknown>;
  expect(body).toMatchObject({
    site: 1,
    item: 'SHK-001',
    bin: 'BA-01-A',
    priority: 1,
    capacityPacks: '6',
    capacityPack: 'carton',
    active: true,
  });
  expect(body.category).toBeUndefined();
  expect(body.areaId).toBeUndefined();
});

it('writes a rule for a category and an area', async () => {
  answers('POST', '/api/put-away/rules', () => ({}));
  show(<PutAwayForm site={site} />);
  await userEvent.selectOptions(screen.getByLabelText('For'), 'category');
  await screen.findByText('Rigging');
  await userEvent.selectOptions(screen.getByLabelText('Category'), 'Rigging');
  await userEvent.selectOptions(screen.getByLabelText('Go to'), 'area');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'POST')?.body).toMatchObject({
      category: 'Rigging',
      areaId: 21,
    }),
  );
});

it('tries a rule as it stands in the form, without saving it', async () => {
  answers('POST', '/api/put-away/trial', () => ({
    item: 'D shackle',
    symbol: 'pc',
    asked: '250',
    missing: '0',
    reasons: [
      {
        placeId: 1,
        place: 'BA-01-A',
        stage: 'RULE',
        taken: true,
        quantity: '250',
        why: { type: 'taken', values: { place: 'QA-01-A', quantity: '5', full: false } },
      },
    ],
  }));
  show(<PutAwayForm site={site} />);
  const amount = screen.getByLabelText('Quantity received');
  await userEvent.clear(amount);
  await userEvent.type(amount, '250');
  await press('Show bins');
  expect(await screen.findByText('BA-01-A')).toBeTruthy();
  expect(asked.filter((one) => one.method === 'POST').map((one) => one.path)).toEqual([
    '/api/put-away/trial',
  ]);
});

it('says what is wrong with a trial', async () => {
  answers('POST', '/api/put-away/trial', () => new Refusal(400, 'Name an area or a bin.'));
  show(<PutAwayForm site={site} />);
  await press('Show bins');
  expect((await screen.findByRole('alert')).textContent).toBe('Name an area or a bin.');
});

it('lets someone without the right see a rule, and not change or try it', () => {
  show(<PutAwayForm site={site} />, { permissions: ['MOVE'] });
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Show bins' })).toBeNull();
});

it('prints labels in the chosen symbol, size and number', async () => {
  answers('POST', '/api/labels/printing', () => ({
    id: 1,
    labels: 10,
    title: 'QA-01-A',
    printer: 'Tray',
  }));
  show(<LabelChoice of="BIN" ids={[5]} />);
  await userEvent.selectOptions(screen.getByLabelText('Symbol'), 'DATAMATRIX');
  await userEvent.selectOptions(screen.getByLabelText('Size'), '60x30');
  await userEvent.selectOptions(screen.getByLabelText('Copies of each'), '10');
  await press('Print');
  expect((await screen.findByRole('status')).textContent).toBe('10 labels go to Tray.');
  expect(sent('POST', '/api/labels/printing')[0]?.body).toMatchObject({
    of: 'BIN',
    ids: [5],
    symbol: 'DATAMATRIX',
    paper: 'SINGLE',
    copies: 10,
    widthMm: 60,
    heightMm: 30,
  });
});
