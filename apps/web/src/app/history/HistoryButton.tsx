import HistoryIcon from '@mui/icons-material/History';
import { IconButton, Tooltip } from '@mui/material';
import { useState } from 'react';
import { HistoryDialog } from './HistoryDialog.tsx';

/** Opens what was done to the song, and the ways back. */
export function HistoryButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Tooltip title="History">
        <IconButton size="small" aria-label="History" aria-haspopup="dialog" onClick={() => setOpen(true)}>
          <HistoryIcon fontSize="small" />
        </IconButton>
      </Tooltip>
      {open && <HistoryDialog onClose={() => setOpen(false)} />}
    </>
  );
}
