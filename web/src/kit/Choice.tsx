import TextField, { type TextFieldProps } from '@mui/material/TextField';

/** A choice of one among a few, drawn by the browser: quick, and right on every device. */
export function Choice<T extends string>({
  value,
  onChange,
  options,
  ...field
}: {
  value: T;
  onChange: (value: T) => void;
  options: readonly (readonly [T, string])[];
} & Omit<TextFieldProps, 'value' | 'onChange' | 'select'>) {
  return (
    <TextField
      select
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
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
