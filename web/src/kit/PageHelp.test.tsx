// @vitest-environment jsdom
import { empty, press, show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { PageHelpContext } from './PageHelp';
import { Room } from './Rail';

beforeEach(empty);
afterEach(cleanup);

it('says behind the title what a page is for', async () => {
  show(
    <PageHelpContext
      value={{ what: 'What is late.', example: 'call the supplier.', guide: 'receiving' }}
    >
      <Room title="Inbound">{null}</Room>
    </PageHelpContext>,
  );
  await press('About this page');
  expect((await screen.findByRole('dialog')).textContent).toBe(
    'What is late.For example: call the supplier.Read in the guide',
  );
  expect(screen.getByRole('link').getAttribute('href')).toBe('/office/guide/receiving');
});

it('says nothing where there is nothing to say', () => {
  show(<Room title="Inbound">{null}</Room>);
  expect(screen.queryByRole('button')).toBeNull();
});
