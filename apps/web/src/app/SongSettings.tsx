import { Box } from '@mui/material';
import { figure, meterName } from '@plucky/core/time';
import type { ReactNode } from 'react';
import { useSongRecord } from '../document/context.tsx';
import { later } from '../shared/ui/later.tsx';
import { PopoverButton } from '../shared/ui/PopoverButton.tsx';
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
  return (
    <PopoverButton
      name={name}
      text={label}
      aria-label={`${name}: ${label}`}
      sx={{
        borderRadius: 99,
        py: 0.15,
        px: 1.25,
        fontSize: TEXT.note,
        fontWeight: 500,
        background: color('paper'),
        whiteSpace: 'nowrap',
      }}
      paper={{ mt: 0.5 }}
    >
      {children}
    </PopoverButton>
  );
}
