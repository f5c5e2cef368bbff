// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, sent, show } from '../../testing/house';
import { asItWas, laidOut } from '../../testing/layout';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import '../../app/words';
import { NoticeRules } from '../rules/NoticeRules';
import { NoticeSpace } from './NoticeSpace';
import { noticeAddress, noticeText } from './noticeText';

type Notice = Schemas['Notice'];

const late: Notice = {
  id: 9,
  kind: 'LATE_GOODS',
  failure: false,
  siteId: 1,
  site: 'Kittiwake Quay',
  raised: '2026-11-20T05:00:00Z',
  times: 1,
  read: false,
  details: { inbound: '7', number: 'PO-10002', from: 'Skerry', due: '2026-11-19' },
};

const failed: Notice = {
  ...late,
  id: 8,
  kind: 'BACKGROUND_FAILURE',
  failure: true,
  siteId: null,
  site: null,
  times: 4,
  details: { work: 'mail', failure: 'No route to host' },
};

beforeEach(() => {
  empty();
  laidOut();
  answers('GET', '/api/sites', () => [{ id: 1, code: 'KQ', name: 'Kittiwake Quay' }]);
  answers('GET', '/api/notices', () => ({ total: 2, offset: 0, rows: [late, failed] }));
  answers('GET', '/api/notices/9', () => late);
});
afterEach(() => {
  cleanup();
  asItWas();
});

it('says every notice as a sentence, and where one sees to it', () => {
  expect(noticeText(late)).toContain('PO-10002 from Skerry was due on');
  expect(noticeAddress(late)).toBe('/office/coming/inbound?filter=ALL&open=7');
  expect(noticeText(failed)).toBe('Sending emails failed');
  const unknown = { ...failed, details: { work: 'tidy-up' } };
  expect(noticeText(unknown)).toBe('Background work failed: tidy-up');
  const run = { ...failed, details: { work: 'REPLENISHMENT_ITEMS', run: '3', count: '1' } };
  expect(noticeText(run)).toBe('The replenishment run could not calculate 1 item');
  expect(noticeAddress(run)).toBe('/office/running-low/runs?open=3');
  const proposed = { ...late, kind: 'PROPOSALS' as const, details: { count: '12' } };
  expect(noticeText(proposed)).toBe('12 proposals wait for approval');
  expect(noticeAddress(proposed)).toBe('/office/running-low/items?where=SITE:IS:1');
});

it('marks a notice as read when it is opened, and unread when one says so', async () => {
  answers('PUT', '/api/notices/9', (one) => {
    answers('GET', '/api/notices/9', () => ({
      ...late,
      read: (one.body as { read: boolean }).read,
    }));
    return { count: 1 };
  });
  show(<NoticeSpace />, {}, '/?open=9');
  await waitFor(() => expect(sent('PUT', '/api/notices/9')).toHaveLength(1));
  expect(sent('PUT', '/api/notices/9')[0]?.body).toEqual({ read: true });
  expect((await screen.findByRole('link', { name: 'Open' })).getAttribute('href')).toBe(
    '/office/coming/inbound?filter=ALL&open=7',
  );
  await press('Mark as unread');
  await waitFor(() => expect(sent('PUT', '/api/notices/9')).toHaveLength(2));
  expect(sent('PUT', '/api/notices/9')[1]?.body).toEqual({ read: false });
});

it('marks as read no more than what was seen', async () => {
  answers('POST', '/api/notices/reading', () => ({ count: 0 }));
  show(<NoticeSpace />);
  expect(await screen.findByText('Sending emails failed')).toBeTruthy();
  await press('Mark all as read');
  await waitFor(() => expect(sent('POST', '/api/notices/reading')).toHaveLength(1));
  expect(sent('POST', '/api/notices/reading')[0]?.body).toEqual({ upTo: 9 });
});

it('chooses for a role how it is told, everywhere or at one site', async () => {
  answers('GET', '/api/notice-choices', () => [
    { kind: 'LATE_GOODS', role: 'CLERK', siteId: null, way: 'SCREEN' },
  ]);
  answers('PUT', '/api/notice-choices', () => []);
  show(<NoticeRules />);
  const cell = await screen.findByLabelText('Late goods: Clerk');
  expect(cell).toHaveProperty('value', 'SCREEN');
  await userEvent.selectOptions(cell, 'Daily email');
  await waitFor(() => expect(sent('PUT', '/api/notice-choices')).toHaveLength(1));
  expect(sent('PUT', '/api/notice-choices')[0]?.body).toEqual({
    kind: 'LATE_GOODS',
    role: 'CLERK',
    way: 'DAILY_MAIL',
  });
  // That mail does not go can't be told by mail.
  const mail = screen.getByLabelText('Emails not sent: Clerk');
  expect([...mail.querySelectorAll('option')].map((one) => one.textContent)).toEqual([
    'Not told',
    'On screen',
  ]);
  await userEvent.selectOptions(screen.getByLabelText('For'), 'Kittiwake Quay');
  expect(screen.getByLabelText('Late goods: Clerk')).toHaveProperty('value', '');
});

it('says why a choice was refused', async () => {
  answers('GET', '/api/notice-choices', () => []);
  answers('PUT', '/api/notice-choices', () => new Refusal(403, 'Only who works everywhere.'));
  show(<NoticeRules />);
  await userEvent.selectOptions(await screen.findByLabelText('Late goods: Clerk'), 'On screen');
  expect((await screen.findByRole('alert')).textContent).toContain('works everywhere');
  expect(asked.some((one) => one.method === 'PUT')).toBe(true);
});
