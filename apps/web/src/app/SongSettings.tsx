import { Box, Button, Popover } from '@mui/material';
import { figure, meterName } from '@plucky/core';
import { type ReactNode, useState } from 'react';
import { useSongRecord } from '../document/context.tsx';
import { later } from '../shared/ui/later.tsx';
import { color, TEXT } from '../shared/ui/tokens.ts';

const TempoFields = later(async () => (await import('./SongFields.tsx')).TempoFields);
const MeterFields = later(async () => (await import('./SongFields.tsx')).MeterFields);
const KeyFields = later(async () => (await import('./SongFields.tsx')).KeyFields);
const SwingFields = later(async () => (await import('./SongFields.tsx')).SwingFields);

/** Tempo, meter, key and swing of the song, each a chip that opens. */
export function SongSettings() {
  const { tempo, meter, key, swing } = useSongRecord();
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mr: 1 }}>
      <Chip label={`${figure(tempo)} bpm`} name="Tempo">
        <TempoFields />
      </Chip>
      <Chip label={meterName(meter)} name="Meter">
        <MeterFields />
      </Chip>
      <Chip label={`${key.tonic} ${key.scale}`} name="Key">
        <KeyFields />
      </Chip>
      <Chip label={swing.amount === 50 ? 'straight' : `swing ${swing.amount} %`} name="Swing">
        <SwingFields />
      </Chip>
    </Box>
  );
}

function Chip({ label, name, children }: { label: string; name: string; children: ReactNode }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        aria-label={`${name}: ${label}`}
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          borderRadius: 99,
          py: 0.15,
          px: 1.25,
          fontSize: TEXT.note,
          fontWeight: 500,
          background: color('paper'),
          whiteSpace: 'nowrap',
        }}
      >
        {label}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': name, sx: { p: 2, mt: 0.5 } } }}
      >
        {children}
      </Popover>
    </>
  );
}
