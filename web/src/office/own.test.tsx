// @vitest-environment jsdom
import { answers, asked, empty, fill, press, Refusal, sent, show } from '../testing/house';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { setHouseFormats } from '../kit/houseFormats';
import { SiteChoice } from '../kit/SiteChoice';
import { WeekDays } from '../kit/WeekDays';
import { OwnChoices } from './OwnChoices';
import { NumberRanges } from './rules/NumberRanges';

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => [
    { id: 1, name: 'Quay' },
    { id: 2, name: 'Shop' },
  ]);
  answers('GET', '/api/saved-views', () => []);
  answers('GET', '/api/printers', () => [{ id: 4, name: 'Dock', active: true, labels: true }]);
  answers('GET', '/api/own-choices', () => ({ site: 2, printer: null, landingPage: '' }));
});
afterEach(() => {
  cleanup();
  setHouseFormats({ firstDay: 'MONDAY' });
});

it('chooses the site and the page that come first', async () => {
  answers('PUT', '/api/own-choices', ({ body }) => body);
  show(<OwnChoices />);
  await screen.findByRole('option', { name: 'Coming and going: Inbound' });
  fill(screen.getByLabelText('First page'), '/office/coming/inbound');
  fill(await screen.findByLabelText('My label printer'), '4');
  await press('Save');
  await waitFor(() =>
    expect(asked.find((one) => one.method === 'PUT')?.body).toEqual({
      site: 2,
      printer: 4,
      landingPage: '/office/coming/inbound',
    }),
  );
});

it('puts the site first that someone has chosen', async () => {
  show(<SiteChoice value="" onChange={() => {}} />);
  const choice = await screen.findByRole('combobox');
  await waitFor(() =>
    expect(
      within(choice)
        .getAllByRole('option')
        .map((one) => one.textContent),
    ).toEqual(['All sites', 'Shop', 'Quay']),
  );
});

it('begins the week with the day of the house', () => {
  setHouseFormats({ firstDay: 'SUNDAY' });
  show(<WeekDays label="Working days" value={[]} onChange={() => {}} />);
  expect(screen.getAllByRole('checkbox')[0]?.parentElement?.textContent).toContain('Sun');
});

it('numbers documents otherwise, and says why not', async () => {
  answers('GET', '/api/number-ranges', () => [
    { usual: 'TR', documents: 'transfer', prefix: 'TR', next: 10012 },
  ]);
  answers(
    'PUT',
    '/api/number-ranges',
    () => new Refusal(400, 'Lower ones were given out.', 'invalid', { field: 'next' }),
  );
  show(<NumberRanges />);
  await screen.findByText('TR-10012');
  await press('Change numbers: Transfers');
  fill(screen.getByLabelText(/^Next number/), '500');
  await press('Save');
  await screen.findAllByText('Lower ones were given out.');
  expect(sent('PUT', '/api/number-ranges')[0]?.body).toEqual({
    usual: 'TR',
    prefix: 'TR',
    next: 500,
  });
});
