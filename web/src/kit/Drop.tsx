import Button, { type ButtonProps } from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import Box from '@mui/material/Box';
import { useEffect, useRef, useState, type ReactNode } from 'react';

/** A button under which something opens until it is left. */
export function Drop({
  label,
  begins = false,
  children,
  ...button
}: {
  label: string;
  /** Whether it is open from the start: who pressed for it waited until it was fetched. */
  begins?: boolean;
  children: (close: () => void) => ReactNode;
} & Omit<ButtonProps, 'children' | 'onClick'>) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const trigger = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (begins) {
      setAnchor(trigger.current);
    }
  }, [begins]);
  const close = () => setAnchor(null);
  return (
    <>
      <Button
        ref={trigger}
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
        {...button}
      >
        {label}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': button['aria-label'] ?? label } }}
      >
        <Box sx={{ p: 1.5, display: 'grid', gap: 0.5 }}>{children(close)}</Box>
      </Popover>
    </>
  );
}
