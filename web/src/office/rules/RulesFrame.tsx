import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { NavLink } from 'react-router';
import { useMay } from '../../app/session';
import { fonts } from '../../app/theme';

/** House rules: what there is to set, on the left; what is being set, beside it. */
export function RulesFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  const mayPeople = useMay('PEOPLE');
  const rooms = ['items', 'places', ...(mayPeople ? ['people'] : [])];
  return (
    <>
      <Box
        component="nav"
        aria-label={t('space.rules')}
        sx={{ width: 132, borderRight: 1, borderColor: 'divider', p: 2, flexShrink: 0 }}
      >
        {rooms.map((room) => (
          <Box
            key={room}
            component={NavLink}
            to={`/office/rules/${room}`}
            sx={{
              display: 'block',
              py: 0.75,
              px: 1,
              fontFamily: fonts.heading,
              fontSize: 17,
              fontWeight: 600,
              color: 'text.primary',
              textDecoration: 'none',
              borderLeft: '5px solid transparent',
              '&.active': { borderLeftColor: 'text.primary' },
            }}
          >
            {t(`rules.${room}`)}
          </Box>
        ))}
      </Box>
      {children}
    </>
  );
}
