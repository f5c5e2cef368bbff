import { useEffect, useState } from 'react';

/** What is being typed, once it has stayed the same for a while: so that not each key is asked. */
export function useSettled(text: string, milliseconds: number): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const wait = setTimeout(() => setSettled(text), milliseconds);
    return () => clearTimeout(wait);
  }, [text, milliseconds]);
  return settled;
}
