import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useSettled } from './useSettled';

/** Something that is meant by the words in a field. */
export interface Found {
  /** What the field says once it is chosen. */
  value: string;
  title: ReactNode;
  under?: ReactNode;
  beside?: ReactNode;
}

export interface FieldOf {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Told when it is said that this is meant: by Enter, by choosing, by going on. */
  onPick?: (value: string) => void;
  required?: boolean;
  placeholder?: string;
  /** What the server had against it. */
  problem?: string;
}

/** What someone looks for in a field, once they have stopped typing, and only while they are there. */
export function useLooking(value: string) {
  const [looking, setLooking] = useState(false);
  const words = useSettled(value.trim(), 200);
  return { looking, setLooking, words, settled: words === value.trim() };
}

/**
 * A field that finds what is meant by any words of it. What is typed or scanned stays as it is until
 * something is chosen: what it means is for the server to say.
 */
export function FoundField({
  label,
  value,
  onChange,
  onPick,
  required,
  placeholder,
  problem,
  found,
  hint,
  unknown = false,
  says = true,
  onLook,
}: FieldOf & {
  found: Found[];
  /** What is known of what stands there, or that nothing is. */
  hint?: ReactNode;
  /** Whether what stands there can't be sent: nothing is meant by it. */
  unknown?: boolean;
  /** Whether anything is ever said of what stands there. */
  says?: boolean;
  onLook: (looking: boolean) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const refused = unknown && typeof hint === 'string' ? hint : '';
  useEffect(() => input.current?.setCustomValidity(refused), [refused]);
  return (
    <Autocomplete<Found, false, true, true>
      freeSolo
      disableClearable
      options={found}
      filterOptions={(all) => all}
      getOptionLabel={(one) => (typeof one === 'string' ? one : one.value)}
      inputValue={value}
      onInputChange={(_, text, reason) => {
        if (reason === 'input') {
          onChange(text);
        }
      }}
      onChange={(_, chosen) => {
        const said = typeof chosen === 'string' ? chosen : chosen.value;
        onChange(said);
        onPick?.(said);
      }}
      onFocus={() => onLook(true)}
      onBlur={() => {
        onLook(false);
        onPick?.(value);
      }}
      slotProps={{
        popper: { sx: { minWidth: 'min(420px, 90vw)' }, placement: 'bottom-start' },
      }}
      renderOption={({ key, ...props }, one) => (
        <Box component="li" key={key} {...props} sx={{ gap: 1.5 }}>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Box>{one.title}</Box>
            {one.under && <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{one.under}</Box>}
          </Box>
          <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>{one.beside}</Box>
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          required={required}
          placeholder={placeholder}
          inputRef={input}
          error={problem !== undefined || unknown}
          // Its line is always there: words that come late would move what is about to be pressed.
          helperText={problem ?? hint ?? (says ? ' ' : undefined)}
        />
      )}
    />
  );
}
