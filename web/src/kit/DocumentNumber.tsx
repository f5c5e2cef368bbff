import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { t } from '../app/words';

/** The number of a document: the next one, unless someone says another; it does not change later. */
export function DocumentNumber(field: TextFieldProps) {
  return (
    <TextField
      label={t('transfer.number')}
      placeholder={t('transfer.nextNumber')}
      slotProps={{ inputLabel: { shrink: true } }}
      {...field}
    />
  );
}
