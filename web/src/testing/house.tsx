import './network';
import { OutboxProvider } from '../floor/OutboxContext';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { ThemeProvider } from '@mui/material/styles';
import { configure, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { MeContext, type Me } from '../app/session';
import { theme } from '../app/theme';

// What is awaited may take a while on a busy machine.
configure({ asyncUtilTimeout: 5000 });

export const controller: Me = {
  id: 1,
  code: 'MAREN',
  name: 'Maren',
  role: 'CONTROLLER',
  permissions: ['LOOK', 'MOVE', 'POST', 'RULES'],
  everywhere: true,
  sites: [],
  by: 'PASSWORD',
  device: null,
  due: null,
  demo: false,
  feed: 0,
};

export { answers, asked, empty, Refusal, sent } from './network';

/** Shows something to someone who is signed in, at an address. */
export function show(what: ReactNode, me: Partial<Me> = {}, at = '/') {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter([{ path: '*', element: what }], { initialEntries: [at] });
  return render(
    <QueryClientProvider client={queries}>
      <MeContext value={{ ...controller, ...me }}>
        <ThemeProvider theme={theme('day')}>
          <OutboxProvider>
            <RouterProvider router={router} />
          </OutboxProvider>
        </ThemeProvider>
      </MeContext>
    </QueryClientProvider>,
  );
}

/** Presses a button as soon as it is there and can be pressed. */
export async function press(name: string | RegExp) {
  const button = await waitFor(() => {
    const found = screen.getByRole<HTMLButtonElement>('button', { name });
    if (found.disabled) {
      throw new Error(`${String(name)} can't be pressed.`);
    }
    return found;
  });
  await userEvent.click(button);
}

/** Fills a field at once; typing key by key takes long on a busy machine. */
export function fill(field: HTMLElement, text: string) {
  fireEvent.change(field, { target: { value: text } });
}
