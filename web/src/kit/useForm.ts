import { useState } from 'react';
import { Problem } from '../api/client';

/** What stands in a form, and what the server said about a field of it. */
export function useForm<T extends object>(start: T, problem: unknown) {
  const [entry, setEntry] = useState(start);
  const faulty = problem instanceof Problem ? problem.field : undefined;
  return {
    entry,
    set: (changes: Partial<T>) => setEntry((before) => ({ ...before, ...changes })),
    /** The properties of a field that tells what was chosen, bound to a part of the entry. */
    chosen: (name: keyof T & string) => ({
      value: String(entry[name] ?? ''),
      onChange: (value: string) => setEntry((before) => ({ ...before, [name]: value })),
      problem: faulty === name ? (problem as Problem).message : undefined,
    }),
    /** The properties of a text field that is bound to a part of the entry. */
    text: (name: keyof T & string) => ({
      value: String(entry[name] ?? ''),
      onChange: (event: { target: { value: string } }) =>
        setEntry((before) => ({ ...before, [name]: event.target.value })),
      error: faulty === name,
      helperText: faulty === name ? (problem as Problem).message : undefined,
    }),
  };
}
