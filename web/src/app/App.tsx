import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/system';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { createBrowserRouter, Navigate, Route, RouterProvider, Routes } from 'react-router';
import { Problem, session } from '../api/client';
import { OutboxProvider } from '../floor/OutboxContext';
import { FaultBoundary } from './Fault';
import { useLiveUpdates } from './live';
import { MeContext, useMe, useWhoAmI } from './session';
import { InHouseFormats } from './InHouseFormats';
import { languageFor, speak, speakOfOffice } from './languages';
import { ShiftContext } from './shift';
import { theme, type Shift } from './theme';

const Office = lazy(async () => {
  const [office] = await Promise.all([import('../office/Office'), speakOfOffice()]);
  return office;
});
const toFloor = () => import('../floor/Floor');
const Floor = lazy(toFloor);
if (window.location.pathname.startsWith('/floor')) {
  // It comes while the server is asked who one is.
  toFloor().catch(() => undefined);
}
const SignIn = lazy(async () => ({ default: (await import('./SignIn')).SignIn }));
const FirstSecret = lazy(async () => ({ default: (await import('./OwnSecret')).FirstSecret }));

const queries = new QueryClient({
  defaultOptions: { queries: { retry: (n, fault) => isPassing(fault) && n < 2 } },
});

// One that can hold back a step, where something typed would be lost by it.
const router = createBrowserRouter([{ path: '*', element: <Door /> }]);

// Whoever is told to sign in first, by whatever was asked, is shown where.
session.addEventListener(
  'signed-out',
  () => void queries.invalidateQueries({ queryKey: ['session'] }),
);

function isPassing(fault: Error): boolean {
  return fault instanceof Problem && (fault.status === 0 || fault.status >= 502);
}

export function App() {
  const [shift, setShift] = useState<Shift>(
    () => (localStorage.getItem('reliquum.shift') as Shift | null) ?? 'day',
  );
  const shifts = useMemo(
    () => ({
      shift,
      change: (next: Shift) => {
        localStorage.setItem('reliquum.shift', next);
        setShift(next);
      },
    }),
    [shift],
  );
  return (
    <QueryClientProvider client={queries}>
      <ShiftContext value={shifts}>
        <ThemeProvider theme={theme(shift)}>
          <CssBaseline />
          <FaultBoundary>
            <RouterProvider router={router} />
          </FaultBoundary>
        </ThemeProvider>
      </ShiftContext>
    </QueryClientProvider>
  );
}

function Door() {
  const who = useWhoAmI();
  const spoken = useSpokenHere();
  if (who.isPending || !spoken) {
    return null;
  }
  if (!who.data) {
    return (
      <Suspense fallback={null}>
        <SignIn problem={who.error} />
      </Suspense>
    );
  }
  if (who.data.due) {
    return (
      <MeContext value={who.data}>
        <Suspense fallback={null}>
          <FirstSecret secret={who.data.due} />
        </Suspense>
      </MeContext>
    );
  }
  return (
    <MeContext value={who.data}>
      <InHouseFormats>
        <Rooms />
      </InHouseFormats>
    </MeContext>
  );
}

/** Whether the language of this browser is there, in which one is asked to sign in. */
function useSpokenHere(): boolean {
  const [spoken, setSpoken] = useState(languageFor(undefined) === 'en');
  useEffect(() => {
    if (!spoken) {
      void speak(languageFor(undefined)).then(() => setSpoken(true));
    }
  }, [spoken]);
  return spoken;
}

function Rooms() {
  useLiveUpdates();
  const me = useMe();
  const small = window.innerWidth < 600 || me.by === 'PIN';
  return (
    <OutboxProvider>
      <FaultBoundary>
        <Suspense fallback={null}>
          <Routes>
            <Route
              path="/office/*"
              element={me.by === 'PIN' ? <Navigate to="/floor" replace /> : <Office />}
            />
            <Route path="/floor/*" element={<Floor />} />
            <Route path="*" element={<Navigate to={small ? '/floor' : '/office'} replace />} />
          </Routes>
        </Suspense>
      </FaultBoundary>
    </OutboxProvider>
  );
}
