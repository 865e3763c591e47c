import { Box } from '@mui/material';
import { editSong, SCALE_NAMES, setSongMeter, type Song, tempoSchema, TONICS } from '@plucky/core/song';
import { useEdit, useSongRecord } from '../document/context.tsx';
import { schemaResolver } from '../shared/form/resolver.ts';
import { Amount } from '../shared/ui/Amount.tsx';
import { Choices } from '../shared/ui/Choices.tsx';
import { MeterField } from '../shared/ui/MeterField.tsx';
import { NumberField } from '../shared/ui/NumberField.tsx';
import { Select, wordOptions } from '../shared/ui/Select.tsx';
import { TempoMap } from './TempoMap.tsx';

function useSongFields() {
  const edit = useEdit();
  return {
    song: useSongRecord(),
    set: (fields: Partial<Song>, label: string, gesture?: string) =>
      edit((document) => editSong(document, fields, label), gesture ?? null),
  };
}

const TEMPO = schemaResolver((z) => z.object({ number: tempoSchema(z) }));

/** Quarter notes a minute, from the song's start and from bars of it on. */
export function TempoFields() {
  const { song, set } = useSongFields();
  return (
    <>
      <NumberField
        label="Tempo, quarter notes a minute"
        value={song.tempo}
        rule={TEMPO}
        onChange={(tempo) => set({ tempo }, 'tempo')}
      />
      <TempoMap />
    </>
  );
}

/** Meter of the song. */
export function MeterFields() {
  const edit = useEdit();
  const song = useSongRecord();
  return <MeterField value={song.meter} onChange={(meter) => edit((now) => setSongMeter(now, meter))} />;
}

/** The tonic and the scale. */
export function KeyFields() {
  const { song, set } = useSongFields();
  return (
    <Box sx={{ display: 'flex', gap: 1 }}>
      <Select
        label="Tonic"
        value={song.key.tonic}
        options={wordOptions(TONICS)}
        onChange={(tonic) => set({ key: { ...song.key, tonic } }, 'key')}
        sx={{ width: 90 }}
      />
      <Select
        label="Scale"
        value={song.key.scale}
        options={wordOptions(SCALE_NAMES)}
        onChange={(scale) => set({ key: { ...song.key, scale } }, 'key')}
        sx={{ width: 140 }}
      />
    </Box>
  );
}

/** Lateness of every second note of a pair. */
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
