import { Button, Popover, Typography } from '@mui/material';
import { useState } from 'react';
import { later } from '../shared/ui/later.tsx';

const MixOfParts = later(async () => (await import('./MixOfParts.tsx')).MixOfParts);

/** Level, pan, mute, solo and a meter for every voice, where the kit is heard from, and the room; for listening only. */
export function KitMix() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button aria-haspopup="dialog" onClick={(event) => setAnchor(event.currentTarget)}>
        Kit mix
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        slotProps={{
          paper: { role: 'dialog', 'aria-label': 'Kit mix', sx: { width: 560, maxHeight: 660, p: 2 } },
        }}
      >
        <MixOfParts />
        <Typography variant="caption">
          What you set here is how it sounds here. Levels leave with the notes only when the hand-off asks for
          them.
        </Typography>
      </Popover>
    </>
  );
}
