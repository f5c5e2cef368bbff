import { useEffect } from 'react';
import {
  useForm as useFields,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
} from 'react-hook-form';
import { Problem } from '../api/client';

/** The properties of fields that are bound to the parts of an entry. */
export function bound<T extends object>(
  entry: T,
  set: (changes: Partial<T>) => void,
  problemOf: (name: keyof T & string) => string | undefined = () => undefined,
) {
  const put = (name: keyof T, value: unknown) => set({ [name]: value } as Partial<T>);
  const text = (name: keyof T & string) => String(entry[name] ?? '');
  return {
    entry,
    set,
    /** Of a text field. */
    text: (name: keyof T & string) => ({
      name,
      value: text(name),
      onChange: (event: { target: { value: string } }) => put(name, event.target.value),
      error: problemOf(name) !== undefined,
      helperText: problemOf(name),
    }),
    /** Of a field that tells what was chosen. */
    chosen: (name: keyof T & string) => ({
      value: text(name),
      onChange: (value: string) => put(name, value),
      problem: problemOf(name),
    }),
    /** Of a choice among a few. */
    choice: <N extends keyof T & string>(name: N) => ({
      value: entry[name] as T[N] & string,
      onChange: (value: T[N] & string) => put(name, value),
      error: problemOf(name) !== undefined,
      helperText: problemOf(name),
    }),
    /** Of a yes or no. */
    tick: (name: keyof T & string) => ({
      checked: Boolean(entry[name]),
      onChange: (checked: boolean) => put(name, checked),
    }),
  };
}

/**
 * What a form begins with: what is known of a thing, and what a blank form says where nothing is.
 * Figures are written out.
 */
export function startOf<T extends object>(blank: T, known?: object | null): T {
  const said = (known ?? {}) as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(blank).map(([name, value]) => [
      name,
      typeof value === 'string' ? String(said[name] ?? value) : (said[name] ?? value),
    ]),
  ) as T;
}

/** What stands in a form, and what the server said about a field of it. */
export function useForm<T extends FieldValues>(start: T, problem: unknown) {
  const { control, getValues, setValue, setError, clearErrors, formState } = useFields<T>({
    defaultValues: start as DefaultValues<T>,
  });
  const entry = useWatch({ control }) as T;
  const { errors } = formState;
  useEffect(() => {
    // What the server nests in an object of its own stands beside the other fields of a form.
    const field =
      problem instanceof Problem && !problem.field?.includes('[')
        ? problem.field?.split('.').pop()
        : undefined;
    if (field !== undefined && field in start) {
      setError(field as Path<T>, { message: (problem as Problem).message });
    } else {
      clearErrors();
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what it began with never changes
  }, [problem, setError, clearErrors]);
  const set = (changes: Partial<T>) => {
    for (const [name, value] of Object.entries(changes)) {
      setValue(name as Path<T>, value as PathValue<T, Path<T>>, { shouldDirty: true });
    }
  };
  return {
    ...bound<T>(entry, set, (name) => errors[name]?.message as string | undefined),
    /** What stands in it by now, for what was begun with an earlier entry. */
    now: () => getValues() as T,
    /** Of the editor of its lines. */
    lines: <N extends keyof T & string>(name: N) => ({
      name,
      lines: entry[name],
      onChange: (lines: T[N]) => set({ [name]: lines } as unknown as Partial<T>),
      problem,
    }),
  };
}
