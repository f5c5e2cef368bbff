import { useState } from 'react';

/** What is gathered on this device and must outlive a reload. */
export function useKept<T>(key: string, blank: T) {
  const [kept, setKept] = useState<T>(() => {
    const text = localStorage.getItem(key);
    return text === null ? blank : (JSON.parse(text) as T);
  });
  const keep = (change: T | ((before: T) => T)) =>
    setKept((before) => {
      const next = change instanceof Function ? change(before) : change;
      localStorage.setItem(key, JSON.stringify(next));
      return next;
    });
  return [kept, keep] as const;
}
