// @vitest-environment jsdom
import { answers, empty, show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { DocumentLink } from './DocumentLink';

beforeEach(() => {
  empty();
  answers('GET', '/api/ask', () => [
    { kind: 'TRANSFER', id: 7, title: 'TR-10004', detail: null, itemId: null, exact: true },
    { kind: 'ITEM', id: 5, title: 'TR-100', detail: null, itemId: 5, exact: false },
  ]);
});
afterEach(cleanup);

it('leads to a document of this house', async () => {
  show(<DocumentLink number="tr-10004" />);
  const link = await screen.findByRole('link', { name: 'tr-10004' });
  expect(link.getAttribute('href')).toBe('/office/coming/transfers?filter=ALL&open=7');
});

it('shows what is of elsewhere as it was written', async () => {
  show(<DocumentLink number="Letter of 3 May" />);
  expect(await screen.findByText('Letter of 3 May')).toBeTruthy();
  expect(screen.queryByRole('link')).toBeNull();
});
