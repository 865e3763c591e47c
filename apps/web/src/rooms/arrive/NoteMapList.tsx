import PlayIcon from '@mui/icons-material/PlayArrowRounded';
import { Box, Button, IconButton, TextField, Typography } from '@mui/material';
import { type ArrivedFile, type DrumGuess, drumGuesses, type NoteMap, type Use } from '@plucky/core/fold';
import { DRUM_NAMES, type DrumName, DRUMS } from '@plucky/core/pattern';
import { plainName } from '@plucky/core/song';
import { figure } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { Group } from '../../shared/ui/Group.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { forgetMap, keepMap, useNoteMaps } from './note-maps.ts';

/** Which drum each note is: suggested, to be changed, and kept by a name for the next file of its kind. */
export function NoteMapList({
  file,
  uses,
  noteMap,
  onChange,
  onHear,
}: {
  file: ArrivedFile;
  uses: Readonly<Record<string, Use>>;
  noteMap: NoteMap;
  onChange: (map: NoteMap) => void;
  /** Plays a note by itself; null before there is anything to hear it by. */
  onHear: ((note: number) => void) | null;
}) {
  const guesses = useMemo(() => drumGuesses(file), [file]);
  const counts = new Map<number, number>();
  for (const { id, notes } of file.tracks)
    if (uses[id] === 'fold') for (const { note } of notes) counts.set(note, (counts.get(note) ?? 0) + 1);
  if (!counts.size) return null;
  const rows = [...counts].sort(([a], [b]) => a - b);
  return (
    <Group title="Which drum is which note">
      {rows.map(([note, hits]) => (
        <Box
          key={note}
          sx={{
            display: 'grid',
            gridTemplateColumns: '28px minmax(0, 1fr) 26px 40px',
            gap: 0.5,
            alignItems: 'center',
            py: 0.5,
            borderBottom: `1px solid ${color('line')}`,
          }}
        >
          <span className="mono">{note}</span>
          <Select<DrumName | 'none'>
            label={`Drum of note ${note}`}
            bare
            fullWidth
            value={noteMap[note] ?? 'none'}
            options={[
              ...DRUM_NAMES.map((value) => ({ value, label: DRUMS[value].name })),
              { value: 'none' as const, label: 'not placed' },
            ]}
            onChange={(drum) => onChange({ ...noteMap, [note]: drum === 'none' ? null : drum })}
            sx={
              noteMap[note]
                ? null
                : { '& fieldset': { borderStyle: 'dashed' }, '& .MuiSelect-select': { color: color('warn') } }
            }
          />
          <IconButton
            size="small"
            aria-label={`Hear note ${note}`}
            title="Two bars of it, by this drum"
            disabled={!onHear}
            onClick={() => onHear?.(note)}
          >
            <PlayIcon fontSize="small" />
          </IconButton>
          <Box component="span" className="mono" sx={{ textAlign: 'right', fontSize: TEXT.plain }}>
            {figure(hits)}
          </Box>
          <GuessWords guess={guesses.get(note)} drum={noteMap[note] ?? null} />
        </Box>
      ))}
      <KeptMaps noteMap={noteMap} notes={rows.map(([note]) => note)} onChange={onChange} />
    </Group>
  );
}

/** Evidence for the suggested drum, while it is the chosen one; by its General MIDI number goes without saying. */
function GuessWords({ guess, drum }: { guess: DrumGuess | undefined; drum: DrumName | null }) {
  if (!guess || guess.by !== 'habit' || guess.drum !== drum) return null;
  return (
    <Typography sx={{ gridColumn: '2 / -1', fontSize: TEXT.fine, color: color('soft') }}>
      by when it is struck, {Math.round(100 * guess.sure)} % sure
    </Typography>
  );
}

function KeptMaps({
  noteMap,
  notes,
  onChange,
}: {
  noteMap: NoteMap;
  notes: readonly number[];
  onChange: (map: NoteMap) => void;
}) {
  const maps = useNoteMaps();
  const [name, setName] = useState('');
  const names = Object.keys(maps);
  const wanted = plainName(name, 40);
  return (
    <Box sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
      {names.length > 0 && (
        <Select
          label="Use a kept map"
          value={null}
          placeholder="Use a kept map…"
          options={names.map((value) => ({ value, label: value }))}
          onChange={(chosen) => onChange({ ...noteMap, ...only(maps[chosen] ?? {}, notes) })}
        />
      )}
      <TextField
        size="small"
        label="Keep this map as"
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button disabled={!wanted} onClick={() => keepMap(wanted, noteMap)}>
          Keep it
        </Button>
        {names.includes(wanted) && <Button onClick={() => forgetMap(wanted)}>Forget it</Button>}
      </Box>
      <Typography role="status" sx={{ fontSize: TEXT.fine, color: color('soft') }}>
        {names.includes(wanted) ? `${wanted} is kept in this browser.` : ''}
      </Typography>
    </Box>
  );
}

/** The part of a map about the notes that there are. */
function only(map: NoteMap, notes: readonly number[]): NoteMap {
  return Object.fromEntries(notes.flatMap((note) => (note in map ? [[note, map[note] ?? null]] : [])));
}
