import { Button, GlobalStyles } from '@mui/material';
import { SnackbarProvider } from 'notistack';
import type { ReactNode } from 'react';

/** Above the transport, so that none of its buttons is covered, in px. */
const ABOVE_TRANSPORT = 66;

/** Where notices stand: at the right, above the transport. */
export function Notices({ children }: { children: ReactNode }) {
  return (
    <SnackbarProvider
      maxSnack={3}
      autoHideDuration={5000}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      classes={{ containerRoot: 'notices' }}
    >
      <GlobalStyles styles={{ '.notices.notices': { bottom: ABOVE_TRANSPORT } }} />
      {children}
    </SnackbarProvider>
  );
}

/** What can be done about a notice, in the notice's own ink. */
export function NoticeAction({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Button
      onClick={onClick}
      sx={{
        color: 'inherit',
        backgroundColor: 'transparent',
        borderColor: 'currentColor',
        '&:hover': { backgroundColor: 'rgba(255, 255, 255, 0.15)' },
      }}
    >
      {children}
    </Button>
  );
}
