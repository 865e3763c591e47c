import HistoryIcon from '@mui/icons-material/History';
import { IconButton } from '@mui/material';
import { useState } from 'react';
import { later } from '../../shared/ui/later.tsx';

const HistoryDialog = later(async () => (await import('./HistoryDialog.tsx')).HistoryDialog);

/** Opens what was done to the song, and the ways back. */
export function HistoryButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconButton
        title="History"
        size="small"
        aria-label="History"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        <HistoryIcon fontSize="small" />
      </IconButton>
      {open && <HistoryDialog onClose={() => setOpen(false)} />}
    </>
  );
}
