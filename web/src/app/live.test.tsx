// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { controller } from '../testing/house';
import { useLiveUpdates } from './live';
import { MeContext } from './session';

class Line {
  static readonly CLOSED = 2;
  static all: Line[] = [];
  readyState = 1;
  closed = false;
  onopen?: () => void;
  onerror?: () => void;
  private readonly hearers = new Map<string, (event: { lastEventId: string }) => void>();
  constructor(readonly address: string) {
    Line.all.push(this);
  }
  addEventListener(topic: string, hearer: (event: { lastEventId: string }) => void) {
    this.hearers.set(topic, hearer);
  }
  say(topic: string, lastEventId: string) {
    this.hearers.get(topic)?.({ lastEventId });
  }
  refuse() {
    this.readyState = Line.CLOSED;
    this.onerror?.();
  }
  close() {
    this.closed = true;
  }
}

beforeEach(() => {
  Line.all = [];
  vi.stubGlobal('EventSource', Line);
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function listening() {
  const queries = new QueryClient();
  const stale = vi.spyOn(queries, 'invalidateQueries');
  const hook = renderHook(() => useLiveUpdates(), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={queries}>
        <MeContext value={{ ...controller, feed: 40 }}>{children}</MeContext>
      </QueryClientProvider>
    ),
  });
  return { hook, asked: () => stale.mock.calls.map((call) => call[0]?.queryKey?.[0]) };
}

it('asks anew for what has changed, and for nothing else', () => {
  const { asked } = listening();
  Line.all[0].say('requisition', '7');
  expect(asked()).toEqual(['requisitions', 'replenishment']);
  Line.all[0].say('approval', '8');
  expect(asked().slice(2)).toEqual(['approvals', 'counts', 'adjustments']);
});

it('asks anew from where an order is supplied when a transfer or stock for it changes', () => {
  const { asked } = listening();
  Line.all[0].say('transfer', '7');
  expect(asked()).toEqual(['transfers', 'outbound', 'replenishment']);
  Line.all[0].say('stock', '8');
  expect(asked().slice(3)).toContain('replenishment');
});

it('asks anew for supplier returns and what could go back', () => {
  const { asked } = listening();
  Line.all[0].say('supplier_return', '7');
  expect(asked()).toEqual(['supplier-returns', 'returnable-goods', 'inbound']);
});

it('goes on where it had heard last when it was refused, ever less often', () => {
  const { hook } = listening();
  expect(Line.all[0].address).toBe('/api/live?after=40');
  Line.all[0].say('stock', '41');
  Line.all[0].refuse();
  vi.advanceTimersByTime(1_999);
  expect(Line.all).toHaveLength(1);
  vi.advanceTimersByTime(1);
  expect(Line.all[1].address).toBe('/api/live?after=41');
  Line.all[1].refuse();
  vi.advanceTimersByTime(2_000);
  expect(Line.all).toHaveLength(2);
  vi.advanceTimersByTime(2_000);
  expect(Line.all).toHaveLength(3);
  hook.unmount();
  expect(Line.all[2].closed).toBe(true);
});

it('a line that the browser mends itself is left to it', () => {
  listening();
  Line.all[0].readyState = 0;
  Line.all[0].onerror?.();
  vi.advanceTimersByTime(60_000);
  expect(Line.all).toHaveLength(1);
});

it('gives its line back while a browser only keeps the page, and goes on when it is shown again', () => {
  listening();
  Line.all[0].say('stock', '41');
  window.dispatchEvent(new PageTransitionEvent('pagehide', { persisted: true }));
  expect(Line.all[0].closed).toBe(true);
  window.dispatchEvent(new PageTransitionEvent('pageshow', { persisted: true }));
  expect(Line.all).toHaveLength(2);
  expect(Line.all[1].address).toBe('/api/live?after=41');
});

it('does not listen twice when a page is shown for the first time', () => {
  listening();
  window.dispatchEvent(new PageTransitionEvent('pageshow', { persisted: false }));
  expect(Line.all).toHaveLength(1);
});
