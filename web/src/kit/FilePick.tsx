import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';

const unseen = { position: 'absolute', inset: 0, opacity: 0, width: '100%' } as const;

/** Picks one file, and says which was picked. */
export function FilePick({
  label,
  accept,
  capture,
  primary,
  onPick,
}: {
  label: string;
  accept: string;
  capture?: 'environment';
  /** Whether it is what one comes to the page for. */
  primary?: boolean;
  onPick: (file: File) => void;
}) {
  const [name, setName] = useState('');
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minWidth: 0 }}>
      {/* The input itself takes the focus, so the button round it must not. */}
      <Button
        component="label"
        role={undefined}
        tabIndex={-1}
        variant={primary ? 'contained' : 'outlined'}
        sx={{ flexShrink: 0, '&:focus-within': { outline: '2px solid', outlineOffset: 2 } }}
      >
        {label}
        <input
          type="file"
          aria-label={label}
          accept={accept}
          capture={capture}
          style={unseen}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) {
              setName(file.name);
              onPick(file);
            }
            // A file that was mended under the same name must be taken again.
            event.target.value = '';
          }}
        />
      </Button>
      <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis' }}>
        {name}
      </Box>
    </Box>
  );
}
