import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';

/** What was opened from a table, beside it. Escape closes it. */
export function SidePanel({
  title,
  over,
  onClose,
  children,
  width = 440,
}: {
  title: ReactNode;
  over?: ReactNode;
  onClose: () => void;
  children: ReactNode;
  width?: number;
}) {
  const { t } = useTranslation();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const leave = (event: KeyboardEvent) => {
      const inDialog = (event.target as HTMLElement).closest?.('[role=dialog],[role=listbox]');
      if (event.key === 'Escape' && !inDialog) {
        onClose();
      }
    };
    window.addEventListener('keydown', leave);
    return () => window.removeEventListener('keydown', leave);
  }, [onClose]);
  return (
    <Box
      component="aside"
      aria-label={typeof title === 'string' ? title : t('panel')}
      sx={{
        width,
        flexShrink: 0,
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        p: 2,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-start', gap: 1, mb: 1 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          {over && <Box sx={{ color: 'text.secondary' }}>{over}</Box>}
          <Box component="h2" ref={heading} sx={{ typography: 'h1', m: 0 }}>
            {title}
          </Box>
        </Box>
        <Button onClick={onClose} aria-label={t('close')} sx={{ px: 1 }}>
          {t('close')}
        </Button>
      </Box>
      {children}
    </Box>
  );
}

/** A part of a panel, or with a heading of the second rank of a page, under a hairline. */
export function Part({
  title,
  rank = 'h3',
  children,
}: {
  title: ReactNode;
  rank?: 'h2' | 'h3';
  children: ReactNode;
}) {
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 1, mt: 2 }}>
      <Box component={rank} sx={{ typography: 'h2', m: 0, mb: 0.5 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}
