import Box from '@mui/material/Box';
import type { ReactNode, Ref } from 'react';
import { NavLink } from 'react-router';
import { fonts } from '../app/theme';
import { PageHelp } from './PageHelp';

/** The rooms of a space on the left, and what is in the one that is open. */
export function Rail({
  label,
  rooms,
  children,
}: {
  label: string;
  rooms: readonly (readonly [to: string, name: string])[];
  children: ReactNode;
}) {
  return (
    <>
      <Box
        component="nav"
        aria-label={label}
        sx={{
          width: 146,
          scrollbarWidth: 'thin',
          borderRight: 1,
          borderColor: 'divider',
          py: 2,
          pl: 1.5,
          pr: 0.5,
          flexShrink: 0,
          overflowY: 'auto',
          overflowX: 'hidden',
          hyphens: 'auto',
          overflowWrap: 'anywhere',
        }}
      >
        {rooms.map(([to, name]) => (
          <Box
            key={to}
            component={NavLink}
            to={to}
            sx={{
              display: 'block',
              py: 0.75,
              pl: 1,
              fontFamily: fonts.heading,
              fontSize: 17,
              fontWeight: 600,
              lineHeight: 1.2,
              color: 'text.primary',
              textDecoration: 'none',
              borderLeft: '5px solid transparent',
              '&.active': { borderLeftColor: 'text.primary' },
            }}
          >
            {name}
          </Box>
        ))}
      </Box>
      {children}
    </>
  );
}

/** A room with its heading and what narrows it, over a table that fills the rest. */
export function Room({
  title,
  tools,
  children,
  ref,
}: {
  title: ReactNode;
  tools?: ReactNode;
  children: ReactNode;
  ref?: Ref<HTMLDivElement>;
}) {
  return (
    <Box
      ref={ref}
      sx={{
        flex: 1,
        minWidth: 0,
        display: 'flex',
        flexDirection: 'column',
        p: 2,
        pb: 0,
        overflow: 'auto',
      }}
    >
      <Box sx={{ display: 'flex', gap: 1.5, mb: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box component="h1" sx={{ typography: 'h1', m: 0, mr: 1 }}>
          {title}
        </Box>
        <PageHelp />
        {tools}
      </Box>
      {children}
    </Box>
  );
}
