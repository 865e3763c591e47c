import { Box, MenuItem, TextField } from '@mui/material';
import { editSong, SCALE_NAMES, type Song, tempoSchema, TONICS } from '@plucky/core';
import { useEdit, useSongRecord } from '../document/context.tsx';
import { schemaResolver } from '../shared/form/resolver.ts';
import { Amount } from '../shared/ui/Amount.tsx';
import { Choices } from '../shared/ui/Choices.tsx';
import { MeterField } from '../shared/ui/MeterField.tsx';
import { NumberField } from '../shared/ui/NumberField.tsx';

function useSongFields() {
  const edit = useEdit();
  return {
    song: useSongRecord(),
    set: (fields: Partial<Song>, label: string, gesture?: string) =>
      edit((document) => editSong(document, fields, label), gesture ?? null),
  };
}

const TEMPO = schemaResolver((z) => z.object({ number: tempoSchema(z) }));

/** Quarter notes a minute. */
export function TempoFields() {
  const { song, set } = useSongFields();
  return (
    <NumberField
      label="Tempo, quarter notes a minute"
      value={song.tempo}
      rule={TEMPO}
      onChange={(tempo) => set({ tempo }, 'tempo')}
    />
  );
}

/** How bars are counted. */
export function MeterFields() {
  const { song, set } = useSongFields();
  return <MeterField value={song.meter} onChange={(meter) => set({ meter: meter ?? song.meter }, 'meter')} />;
}

/** The tonic and the scale. */
export function KeyFields() {
  const { song, set } = useSongFields();
  return (
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
  );
}

/** How late every second note of a pair is. */
export function SwingFields() {
  const { song, set } = useSongFields();
  return (
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
  );
}
