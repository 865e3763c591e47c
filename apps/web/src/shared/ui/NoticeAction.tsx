import { Button } from '@mui/material';
import type { ReactNode } from 'react';
import { dismissNotices } from './notify.ts';

/** Action of a notice, in the notice's own ink. Its notice goes, for what it offers is done. */
export function NoticeAction({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Button
      onClick={() => {
        dismissNotices();
        onClick();
      }}
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
