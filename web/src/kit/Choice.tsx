import TextField, { type TextFieldProps } from '@mui/material/TextField';

export type Options<V extends string> = readonly (readonly [value: V, name: string])[];

/** The options of a choice, each said by its word; before them, where it may be anything, that. */
export function optionsOf<const V extends string, A extends string | undefined = undefined>(
  of: readonly V[],
  word: (one: V) => string,
  any?: A,
): Options<A extends string ? V | '' : V> {
  return [
    ...(any === undefined ? [] : [['', any] as const]),
    ...of.map((one) => [one, word(one)] as const),
  ] as unknown as Options<A extends string ? V | '' : V>;
}

/** The options of a choice among things that have names; before them, where it may be any, that. */
export function optionsById(
  of: readonly { id: number; name: string }[] | undefined,
  any?: string,
): Options<string> {
  return [
    ...(any === undefined ? [] : [['', any] as const]),
    ...(of ?? []).map((one) => [String(one.id), one.name] as const),
  ];
}

/** A choice of one among a few, drawn by the browser: quick, and right on every device. */
export function Choice<T extends string>({
  value,
  onChange,
  options,
  'aria-label': said,
  ...field
}: {
  value: T;
  onChange: (value: T) => void;
  options: Options<T>;
} & Omit<TextFieldProps, 'value' | 'onChange' | 'select'>) {
  return (
    <TextField
      select
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
      slotProps={{
        select: { native: true },
        inputLabel: { shrink: true },
        htmlInput: { 'aria-label': said },
      }}
      {...field}
    >
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </TextField>
  );
}
