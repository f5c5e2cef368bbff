// @vitest-environment jsdom
import { answers, empty, fill, press, Refusal, sent, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import type { Schemas } from '../api/client';
import { Remarks } from './Remarks';

let all: Schemas['DocumentRemarks'];

beforeEach(() => {
  empty();
  all = {
    document: 'TR-1',
    comments: [
      { id: 1, at: '2026-11-29T10:00:00Z', person: 'Oddny', text: 'Ask @tavi.', mine: true },
      { id: 2, at: '2026-11-29T11:00:00Z', person: 'Tavi', text: null, mine: false },
    ],
    files: [
      {
        id: 7,
        at: '2026-11-29T10:00:00Z',
        person: 'Oddny',
        name: 'rack.jpg',
        size: 1_240_000,
        shown: true,
        picture: true,
        mine: true,
      },
    ],
    papers: [{ id: 12, at: '2026-11-29T12:00:00Z', title: 'Pick sheet' }],
  };
  answers('GET', '/api/remarks', () => all);
  answers('GET', '/api/people/names', () => [
    { id: 3, code: 'TAVI', name: 'Tavi Brandt', active: true },
    { id: 4, code: 'TOVE', name: 'Tove Gone', active: false },
  ]);
});
afterEach(cleanup);

it('shows what was said, what was removed, and files with their size', async () => {
  show(<Remarks of="TR-1" />);
  expect((await screen.findByText('@tavi')).tagName).toBe('B');
  expect(screen.getByText('Removed.')).toBeTruthy();
  expect(screen.getByText(/1\.2 MB/)).toBeTruthy();
  expect(screen.getByText('1 paper as it was printed')).toBeTruthy();
  expect(screen.getByText('Pick sheet').getAttribute('href')).toBe('/api/document-papers/12');
  expect(screen.getByRole('img', { name: 'rack.jpg' }).getAttribute('src')).toBe(
    '/api/document-files/7',
  );
});

it('offers who works here once an at sign is typed, and keeps the text when it is refused', async () => {
  answers('POST', '/api/remarks', () => new Refusal(400, 'Nobody has the code @TAVI.', 'invalid'));
  show(<Remarks of="TR-1" />);
  await screen.findByText('@tavi');
  fill(screen.getByLabelText('Comment'), 'Wet, see @t');
  expect(screen.queryByText(/Tove Gone/)).toBeNull();
  await press('@tavi, Tavi Brandt');
  expect(screen.getByLabelText('Comment')).toHaveProperty('value', 'Wet, see @tavi ');
  await press('Add comment');
  expect(await screen.findByText('Nobody has the code @TAVI.')).toBeTruthy();
  expect(screen.getByLabelText('Comment')).toHaveProperty('value', 'Wet, see @tavi ');
  answers('POST', '/api/remarks', () => all);
  await press('Add comment');
  await waitFor(() => expect(screen.getByLabelText('Comment')).toHaveProperty('value', ''));
  expect(sent('POST', '/api/remarks')[1].body).toEqual({
    document: 'TR-1',
    text: 'Wet, see @tavi ',
  });
});

it('attaches a file under its name', async () => {
  answers('POST', '/api/document-files', () => all);
  show(<Remarks of="TR-1" />);
  await userEvent.upload(
    await screen.findByLabelText('Attach a file'),
    new File(['a;b'], 'there.csv', { type: 'text/csv' }),
  );
  await waitFor(() => expect(sent('POST', '/api/document-files')).toHaveLength(1));
  const [one] = sent('POST', '/api/document-files');
  expect(one.query.get('name')).toBe('there.csv');
  expect(one.query.get('document')).toBe('TR-1');
});

it('lets those who may only look say nothing', async () => {
  show(<Remarks of="TR-1" />, { permissions: ['LOOK'] });
  await screen.findByText('@tavi');
  expect(screen.queryByLabelText('Comment')).toBeNull();
});
