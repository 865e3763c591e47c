import { Box, Button, MenuItem, Popover, TextField } from '@mui/material';
import { editSong, meterName, SCALE_NAMES, TONICS, type Song } from '@plucky/core';
import { useState, type ReactNode } from 'react';
import { useEdit, useSongRecord } from '../document/context.tsx';
import { MeterField } from '../shared/ui/MeterField.tsx';
import { NumberField } from '../shared/ui/NumberField.tsx';
import { Amount } from '../shared/ui/Amount.tsx';
import { Choices } from '../shared/ui/Choices.tsx';
import { color } from '../shared/ui/tokens.ts';

/** Tempo, meter, key and swing of the song, each a chip that opens. */
export function SongSettings() {
  const song = useSongRecord();
  const edit = useEdit();
  const set = (fields: Partial<Song>, label: string, gesture?: string) =>
    edit((document) => editSong(document, fields, label), gesture ?? null);
  return (
    <Box sx={{ display: 'flex', gap: 0.5, mr: 1 }}>
      <Chip label={`${Number(song.tempo.toFixed(2))} bpm`} name="Tempo">
        <NumberField
          label="Tempo, quarter notes a minute"
          value={song.tempo}
          min={20}
          max={400}
          onChange={(tempo) => set({ tempo }, 'tempo')}
        />
      </Chip>
      <Chip label={meterName(song.meter)} name="Meter">
        <MeterField value={song.meter} onChange={(meter) => set({ meter: meter ?? song.meter }, 'meter')} />
      </Chip>
      <Chip label={`${song.key.tonic} ${song.key.scale}`} name="Key">
        <Box sx={{ display: 'flex', gap: 1 }}>
          <TextField
            select
            size="small"
            label="Tonic"
            value={song.key.tonic}
            onChange={(event) =>
              set({ key: { ...song.key, tonic: TONICS.find((t) => t === event.target.value) ?? 'C' } }, 'key')
            }
            sx={{ width: 90 }}
          >
            {TONICS.map((tonic) => (
              <MenuItem key={tonic} value={tonic}>
                {tonic}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            size="small"
            label="Scale"
            value={song.key.scale}
            onChange={(event) =>
              set(
                { key: { ...song.key, scale: SCALE_NAMES.find((s) => s === event.target.value) ?? 'minor' } },
                'key',
              )
            }
            sx={{ width: 140 }}
          >
            {SCALE_NAMES.map((scale) => (
              <MenuItem key={scale} value={scale}>
                {scale}
              </MenuItem>
            ))}
          </TextField>
        </Box>
      </Chip>
      <Chip label={song.swing.amount === 50 ? 'straight' : `swing ${song.swing.amount} %`} name="Swing">
        <Box sx={{ width: 230 }}>
          <Amount
            label="Swing"
            value={song.swing.amount}
            min={50}
            max={75}
            text={song.swing.amount === 50 ? 'straight' : `${song.swing.amount} %`}
            onChange={(amount, gesture) => set({ swing: { ...song.swing, amount } }, 'swing', gesture)}
          />
          <Choices
            title="On pairs of"
            value={song.swing.unit}
            options={[
              { value: 8, label: '8ths' },
              { value: 16, label: '16ths' },
            ]}
            onChange={(unit) => set({ swing: { ...song.swing, unit: unit === 8 ? 8 : 16 } }, 'swing')}
          />
        </Box>
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
          fontSize: 12.5,
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
