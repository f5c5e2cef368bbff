// @vitest-environment jsdom
import { empty, press, show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../app/words';
import { AddressSite, AddressText } from './AddressFields';
import { FilterBar } from './FilterBar';
import { ListSearch } from './ListFilters';

beforeEach(empty);
afterEach(cleanup);

const FIELDS = (
  <>
    {['a', 'b', 'c', 'd', 'e', 'f'].map((name) => (
      <AddressText key={name} name={name} label={`Field ${name}`} />
    ))}
  </>
);

it('lets four stand open, and the others under a button that says how many are set', async () => {
  show(<FilterBar fields={FIELDS} narrow={false} />, {}, '/?e=1&a=2');
  expect(screen.getAllByLabelText(/^Field/)).toHaveLength(4);
  await press('More filters (1 set)');
  expect(screen.getByLabelText('Field e')).toHaveProperty('value', '1');
  expect(screen.getByLabelText('Field f')).toBeTruthy();
});

it('keeps what stands last open, and has all of it under one button where it is narrow', async () => {
  const last = <AddressText name="q" label="Search" />;
  show(<FilterBar fields={FIELDS} last={last} narrow={false} />);
  expect(screen.getAllByLabelText(/^Field/)).toHaveLength(3);
  expect(screen.getByLabelText('Search')).toBeTruthy();
  cleanup();
  show(<FilterBar fields={FIELDS} last={last} narrow />, {}, '/?q=rope');
  expect(screen.queryByLabelText('Search')).toBeNull();
  await press('Filters (1 set)');
  expect(screen.getAllByLabelText(/^Field/)).toHaveLength(6);
  expect(screen.getByLabelText('Search')).toHaveProperty('value', 'rope');
});

it('counts a site and words that are set too', () => {
  const words = <ListSearch label="Words" value="rope" onChange={() => undefined} />;
  show(<FilterBar fields={<AddressSite name="site" />} last={words} narrow />, {}, '/?site=3');
  expect(screen.getByRole('button', { name: 'Filters (2 set)' })).toBeTruthy();
});
