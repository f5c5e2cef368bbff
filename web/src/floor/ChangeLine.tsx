import Box from '@mui/material/Box';
import { useState } from 'react';
import { NumberField } from '../kit/NumberField';
import { soFar } from '../kit/numbers';
import { SmallButton } from './Parts';

/** A line of one's own, opened: its figure can be changed, but of a piece; or it goes. */
export function ChangeLine({
  line,
  label,
  change,
  remove,
  onChange,
}: {
  line: { quantity: string; serial: string | null };
  label: string;
  change: string;
  remove: string;
  onChange: (quantity: string | null) => void;
}) {
  const [amount, setAmount] = useState(line.quantity);
  const said = soFar(amount);
  const say = () => said !== undefined && onChange(said);
  // No form: a basket is one itself, and would be posted by the Enter that is meant for the line.
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: line.serial ? '1fr' : '5fr 4fr 4fr',
        alignItems: 'center',
        gap: 1,
        p: 1.5,
        pt: 0,
      }}
    >
      {!line.serial && (
        <>
          <NumberField
            label={label}
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
            onFocus={(event) => event.target.select()}
            onKeyDown={(event) => {
              if (event.key === 'Enter') {
                event.preventDefault();
                say();
              }
            }}
            autoFocus
            slotProps={{ htmlInput: { inputMode: 'decimal', style: { fontSize: 20 } } }}
          />
          <SmallButton disabled={said === undefined} onClick={say}>
            {change}
          </SmallButton>
        </>
      )}
      <SmallButton onClick={() => onChange(null)}>{remove}</SmallButton>
    </Box>
  );
}
