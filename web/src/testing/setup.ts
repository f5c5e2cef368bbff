import office from 'virtual:catalogue/en/office';
import i18n from '../app/words';

// Any screen may be tested: what only the Office says is there as well.
i18n.addResourceBundle('en', 'translation', office, true);

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
