// @vitest-environment jsdom
import { show } from '../testing/house';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { Bars } from './Bars';
import { daysAgo, endOf, plainDay } from './spans';

afterEach(cleanup);

it('draws values from the same zero, what takes away hollow, and says each figure', () => {
  show(
    <Bars
      title="Value changes"
      bars={[
        { key: 'a', label: 'Received', value: 200 },
        { key: 'b', label: 'Scrapped', value: -50 },
      ]}
    />,
  );
  const figure = screen.getByRole('figure', { name: 'Value changes' });
  const [first, second] = [...figure.querySelectorAll<HTMLElement>('[aria-hidden]')].map((bar) =>
    getComputedStyle(bar),
  );
  expect(first.width).toBe('100%');
  expect(second.width).toBe('25%');
  expect(second.backgroundColor).not.toBe(first.backgroundColor);
  expect(screen.getByText('-50.00')).toBeTruthy();
});

it('draws nothing of nothing', () => {
  const { container } = show(<Bars title="Nothing" bars={[{ key: 'a', label: 'A', value: 0 }]} />);
  expect(container.querySelector('figure')).toBeNull();
});

it('begins and ends days where they begin and end here', () => {
  const noon = new Date(2026, 2, 31, 12, 30);
  expect(new Date(daysAgo(0, noon)).getTime()).toBe(new Date(2026, 2, 31).getTime());
  expect(new Date(daysAgo(30, noon)).getTime()).toBe(new Date(2026, 2, 1).getTime());
  expect(new Date(endOf('2026-03-31')).getTime()).toBe(new Date(2026, 3, 1).getTime());
  expect(plainDay(noon)).toBe('2026-03-31');
});
