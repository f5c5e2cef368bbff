import { useEffect, useLayoutEffect, useRef } from 'react';

function typesText(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/** What was typed since the last Enter, and when: a scan that is half typed outlives its page. */
const typed = { text: '', at: 0 };
const HALF_A_SCAN = 1000;

/**
 * Hears a hardware scanner, which types like a keyboard and ends with Enter, wherever the focus is.
 * An Enter with nothing typed before it is told as an empty text, unless it presses a button.
 */
export function useScanner(onScan: (text: string) => void) {
  const told = useRef(onScan);
  useEffect(() => {
    told.current = onScan;
  });
  // At once when the page changes: a scan must not go to the page that is just leaving.
  useLayoutEffect(() => {
    if (Date.now() - typed.at > HALF_A_SCAN) {
      typed.text = '';
    }
    const hear = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || typesText(event.target)) {
        return;
      }
      if (event.key === 'Enter') {
        const { text } = typed;
        typed.text = '';
        const pressesButton = event.target instanceof HTMLElement && event.target !== document.body;
        if (text || !pressesButton) {
          event.preventDefault();
          told.current(text);
        }
      } else if (event.key.length === 1) {
        typed.text += event.key;
        typed.at = Date.now();
        // A space would press the button that has the focus.
        if (event.key === ' ' && typed.text.length > 1) {
          event.preventDefault();
        }
      }
    };
    window.addEventListener('keydown', hear, true);
    return () => window.removeEventListener('keydown', hear, true);
  }, []);
}
