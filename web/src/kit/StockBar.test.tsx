// @vitest-environment jsdom
import { ThemeProvider } from '@mui/material/styles';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { theme } from '../app/theme';
import '../app/words';
import { Amount } from './Amount';
import { parts, StockBar, type StockParts } from './StockBar';

afterEach(cleanup);

function bar(of: StockParts, scale: number) {
  render(
    <ThemeProvider theme={theme('day')}>
      <StockBar of={of} scale={scale} />
    </ThemeProvider>,
  );
  return screen.getByRole('img');
}

it('says in words what it draws', () => {
  const drawn = bar({ available: 40, reserved: 5, held: 3, coming: 12 }, 60);
  expect(drawn.getAttribute('aria-label')).toBe(
    'available 40, reserved 5, not available 3, on the way 12',
  );
  expect(drawn.children).toHaveLength(4);
});

it('leaves out what there is none of', () => {
  expect(bar({ available: 40, held: 0 }, 60).children).toHaveLength(1);
});

it('says nothing for nothing', () => {
  expect(bar({ available: 0, held: 0 }, 60).getAttribute('aria-label')).toBe('none');
});

it('takes what is on hand and not available as held back', () => {
  expect(parts('71', '60')).toEqual({ available: 60, held: 11 });
});

it('stands a quantity before its unit, and a dash alone', () => {
  const { container } = render(<Amount value="12.5" unit="m" />);
  expect(container.textContent).toBe('12.5m');
  cleanup();
  expect(render(<Amount value="0" unit="m" />).container.textContent).toBe('–');
  cleanup();
  expect(render(<Amount value={null} unit="m" />).container.textContent).toBe('');
});
