import { vi } from 'vitest';

/** jsdom lays nothing out; whatever shows only what is in sight asks how high it is, and scrolls. */
export function laidOut(height = 640, width = 800) {
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(height);
  vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(width);
  HTMLElement.prototype.scrollTo = function scrollTo(this: HTMLElement, to?: unknown) {
    this.scrollTop = (to as { top: number }).top;
    this.dispatchEvent(new Event('scroll'));
  } as typeof HTMLElement.prototype.scrollTo;
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
}

/** As it was. */
export function asItWas() {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
}
