import Box from '@mui/material/Box';
import { keyframes } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { t, within } from '../app/words';
import type { Schemas } from '../api/client';

const settle = keyframes`from { transform: translateY(-6px); opacity: 0.2 } to { transform: none }`;

/**
 * A blank of the sentence: a line to be filled, ghost text that is suggested, or what was said. How
 * it was filled shows in the line under it, not in a colour.
 */
export function Blank({
  state,
  label,
  why,
  narrow,
  listed,
  children,
}: {
  state: Schemas['FloorPlace']['state'];
  label: string;
  why?: string;
  narrow?: boolean;
  /** A list says it: until it is confirmed it is dotted, but as dark as what was said. */
  listed?: boolean;
  children: ReactNode;
}) {
  if (state === 'EMPTY') {
    return (
      <Box
        component="span"
        data-blank={label}
        data-state={state}
        sx={{
          display: 'inline-block',
          minWidth: narrow ? 64 : 130,
          borderBottom: '3px solid',
          lineHeight: 1.15,
          textAlign: 'center',
          color: 'text.secondary',
          fontSize: 16,
          verticalAlign: 'baseline',
        }}
      >
        {within(label)}
      </Box>
    );
  }
  const suggested = state === 'SUGGESTED';
  return (
    <Box
      component="span"
      data-blank={label}
      data-state={state}
      sx={{
        fontWeight: suggested ? 400 : 700,
        color: suggested && !listed ? 'text.secondary' : 'text.primary',
        borderBottom: suggested ? '3px dotted' : state === 'ONLY' ? '1px solid' : '3px solid',
        borderColor: 'currentColor',
        display: 'inline-block',
        lineHeight: 1.2,
        animation: `${settle} 160ms ease-out`,
      }}
    >
      {children}
      {suggested && !listed && (
        <Box component="span" sx={{ fontSize: 15, fontWeight: 400, ml: 0.5 }}>
          ({why ?? t('move.suggested')})
        </Box>
      )}
    </Box>
  );
}
