import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Component, type ReactNode } from 'react';
import { t } from './words';

/** A part of the application that is no longer where this page looks for it: a newer one is there. */
function isStale(fault: Error): boolean {
  return /dynamically imported module|module script|preload CSS|Importing a module/i.test(
    fault.message,
  );
}

/** Catches what would leave a blank page, and says what to do. */
export class FaultBoundary extends Component<{ children: ReactNode }, { fault: Error | null }> {
  state: { fault: Error | null } = { fault: null };

  static getDerivedStateFromError(fault: Error) {
    return { fault };
  }

  render() {
    return this.state.fault ? <FaultPage fault={this.state.fault} /> : this.props.children;
  }
}

function FaultPage({ fault }: { fault: Error }) {
  const stale = isStale(fault);
  return (
    <Box role="alert" sx={{ p: 4, maxWidth: 640, display: 'grid', gap: 2 }}>
      <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
        {t(stale ? 'fault.newer' : 'fault.broken')}
      </Box>
      <Box sx={{ fontSize: 18 }}>{t(stale ? 'fault.newerWhat' : 'fault.brokenWhat')}</Box>
      {!stale && <Box sx={{ color: 'text.secondary' }}>{fault.message}</Box>}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button
          variant="contained"
          onClick={() => window.location.reload()}
          sx={{ minHeight: 52, fontSize: 18 }}
        >
          {t('fault.load')}
        </Button>
        {!stale && (
          <Button variant="outlined" href="/" sx={{ minHeight: 52, fontSize: 18 }}>
            {t('fault.start')}
          </Button>
        )}
      </Box>
    </Box>
  );
}
