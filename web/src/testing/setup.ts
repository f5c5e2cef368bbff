import '../app/officeWords';

/** A document that is not laid out has no sizes, and they never change. */
if (typeof Range !== 'undefined') {
  Range.prototype.getBoundingClientRect ??= () => ({ width: 0 }) as DOMRect;
  Object.defineProperty(document, 'fonts', { value: new EventTarget(), configurable: true });
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
}
