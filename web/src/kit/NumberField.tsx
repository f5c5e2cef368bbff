import Box from '@mui/material/Box';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { t } from '../app/words';
import { Readings } from './Readings';
import { typedNumber, unmistakable } from './numbers';

type Change = { target: { value: string } };

/**
 * Where a number is typed. What can be read in two ways asks which is meant, and what can't be read
 * says so at once; the text stays as it was typed until then.
 */
export function NumberField({
  value,
  onChange,
  helperText,
  error,
  ...rest
}: Omit<TextFieldProps, 'value' | 'onChange' | 'type'> & {
  value: string;
  onChange: (change: Change) => void;
}) {
  const typed = typedNumber(value);
  const wrong = typed.kind === 'unread' || typed.kind === 'either';
  return (
    <Box>
      <TextField
        {...rest}
        fullWidth
        value={value}
        onChange={(event) => onChange({ target: { value: event.target.value } })}
        error={error || wrong}
        helperText={typed.kind === 'unread' ? t('number.unread', { text: value }) : helperText}
        slotProps={{
          ...rest.slotProps,
          htmlInput: { inputMode: 'decimal', autoComplete: 'off', ...rest.slotProps?.htmlInput },
        }}
      />
      {typed.kind === 'either' && (
        <Readings
          text={value}
          readings={typed.readings}
          onChoose={(chosen) => onChange({ target: { value: unmistakable(chosen) } })}
        />
      )}
    </Box>
  );
}
