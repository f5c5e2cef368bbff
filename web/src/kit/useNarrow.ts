import { useEffect, useState, type RefObject } from 'react';

/** Whether an element is less than so many pixels wide now. */
export function useNarrow(element: RefObject<HTMLElement | null>, width: number): boolean {
  const [narrow, setNarrow] = useState(false);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setNarrow(entry.contentRect.width < width));
    if (element.current) {
      observer.observe(element.current);
    }
    return () => observer.disconnect();
  }, [element, width]);
  return narrow;
}
