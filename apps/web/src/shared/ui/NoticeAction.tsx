import { Button } from '@mui/material';
import type { ReactNode } from 'react';

/** Action of a notice, in the notice's own ink. */
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
