import { useEffect, useLayoutEffect, useRef } from 'react';

function typesText(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/**
 * Hears a hardware scanner, which types like a keyboard and ends with Enter, wherever the focus is.
 * An Enter with nothing typed before it is told as an empty text, unless it presses a button.
 */
export function useScanner(onScan: (text: string) => void) {
  const typed = useRef('');
  const told = useRef(onScan);
  useEffect(() => {
    told.current = onScan;
  });
  // At once when the page changes: a scan must not go to the page that is just leaving.
  useLayoutEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || typesText(event.target)) {
        return;
      }
      if (event.key === 'Enter') {
        const text = typed.current;
        typed.current = '';
        const pressesButton = event.target instanceof HTMLElement && event.target !== document.body;
        if (text || !pressesButton) {
          event.preventDefault();
          told.current(text);
        }
      } else if (event.key.length === 1) {
        typed.current += event.key;
        // A space would press the button that has the focus.
        if (event.key === ' ' && typed.current.length > 1) {
          event.preventDefault();
        }
      }
    };
    window.addEventListener('keydown', hear, true);
    return () => window.removeEventListener('keydown', hear, true);
  }, []);
}
