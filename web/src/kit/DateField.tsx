import TextField, { type TextFieldProps } from '@mui/material/TextField';

/** A plain day. */
export function DateField(field: Omit<TextFieldProps, 'type'>) {
  return <TextField type="date" slotProps={{ inputLabel: { shrink: true } }} {...field} />;
}
