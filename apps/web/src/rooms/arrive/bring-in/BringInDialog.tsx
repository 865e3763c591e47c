import { Box, Button, Dialog, DialogActions, DialogContent, Typography } from '@mui/material';
import type { ArrivedFile, Extent } from '@plucky/core/fold';
import { capital, counted } from '@plucky/core/time';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../../api/client.ts';
import { useDocumentStore, useEdit } from '../../../document/context.tsx';
import { askForFile, endBringingIn } from '../../../session/bring-in.ts';
import { choosePattern } from '../../../session/groove.ts';
import { withTracks } from '../../../shared/midi-in.ts';
import { Choices } from '../../../shared/ui/Choices.tsx';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { BarRange } from '../BarRange.tsx';
import { bringIn, type Way, type Wishes } from './bring-in.ts';
import { BroughtTrack } from './BroughtTrack.tsx';

/** Brings a MIDI file into the open song: each track as a part, on the shelf, as a target or a reference. */
export function BringInDialog({ file, onNewSong }: { file: File | null; onNewSong: (file: File) => void }) {
  const { data, error } = useQuery({
    queryKey: ['brought', file?.name, file?.size, file?.lastModified],
    queryFn: () => (file ? withTracks(file) : null),
    enabled: file !== null,
    retry: false,
    gcTime: 0,
  });
  return (
    <Dialog open onClose={endBringingIn} aria-labelledby="bring-in-title" maxWidth="sm" fullWidth>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <Typography id="bring-in-title" variant="h3">
          {file ? `Bring in ${file.name}` : 'Bring in a MIDI file'}
        </Typography>
        {error && (
          <Typography role="alert" sx={{ fontSize: TEXT.control, color: color('warn') }}>
            {error.message}
          </Typography>
        )}
        {data ? (
          <Tracks key={file?.name} file={data.arrived} />
        ) : (
          <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
            Its tracks come into this song as parts, on the shelf, or to be held against.
          </Typography>
        )}
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2, justifyContent: 'flex-start' }}>
        <FileButton
          label="MIDI file to bring in"
          accept=".mid,.midi,audio/midi"
          onFiles={([one]) => {
            if (one) askForFile(one);
          }}
        >
          {file ? 'Another file…' : 'Choose a file…'}
        </FileButton>
        {file && data && <Button onClick={() => onNewSong(file)}>A new song of it…</Button>}
        <Box sx={{ flex: 1 }} />
        <Button variant="text" onClick={endBringingIn}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Every track is a part at first; a file with cues has left with a song, whose tracks are there already. */
function firstWays({ tracks, cues }: ArrivedFile): Wishes['ways'] {
  return Object.fromEntries(
    tracks.map(({ id, use }): [string, Way] => [id, use === 'none' || cues.length ? 'none' : 'part']),
  );
}

function Tracks({ file }: { file: ArrivedFile }) {
  const [wishes, setWishes] = useState<Wishes>(() => ({
    ways: firstWays(file),
    extent: 'parts',
    laysOut: file.cues.length > 0,
    range: { from: 1, bars: Math.min(2, file.bars.length) },
  }));
  const coming = useComing(file, wishes);
  const has = (way: Way) => file.tracks.some(({ id }) => wishes.ways[id] === way);
  const change = (part: Partial<Wishes>) => setWishes({ ...wishes, ...part });
  return (
    <>
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
        {counted(file.tracks.length, 'track')}, {counted(file.bars.length, 'bar')}. The song keeps its own
        tempo, key and swing.
      </Typography>
      {file.tracks.map((track) => (
        <BroughtTrack
          key={track.id}
          track={track}
          way={wishes.ways[track.id] ?? 'none'}
          onChange={(way) => change({ ways: { ...wishes.ways, [track.id]: way } })}
        />
      ))}
      {file.cues.length > 0 && (
        <Choices
          title={`Its ${counted(file.cues.length, 'cue')}, a slot each`}
          options={[
            { value: false, label: 'Are left out' },
            { value: true, label: 'Lay out the song' },
          ]}
          value={wishes.laysOut}
          onChange={(laysOut) => change({ laysOut })}
        />
      )}
      {has('part') && (
        <Choices<Extent>
          title="Parts come with"
          options={[
            { value: 'parts', label: 'Their patterns' },
            { value: 'parts and sections', label: 'Patterns, and sections at the end of the song' },
          ]}
          value={wishes.extent}
          onChange={(extent) => change({ extent })}
        />
      )}
      {has('shelf') && <BarRange file={file} range={wishes.range} onChange={(range) => change({ range })} />}
      <Button
        variant="contained"
        color="primary"
        disabled={
          coming.isPending || !(wishes.laysOut || file.tracks.some(({ id }) => wishes.ways[id] !== 'none'))
        }
        onClick={() => coming.mutate()}
      >
        {coming.isPending ? 'Working it out…' : 'Bring it in'}
      </Button>
    </>
  );
}

/** Has a file come in as is wished; the dialog closes once it has. */
function useComing(file: ArrivedFile, wishes: Wishes) {
  const store = useDocumentStore();
  const edit = useEdit();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      const { edit: wanted, shelf, words, first } = await bringIn(store.getState().document, file, wishes);
      if (wanted && !edit(wanted)) return;
      for (const item of shelf) await api.addToShelf(item);
      if (shelf.length) await queries.invalidateQueries({ queryKey: ['shelf'] });
      if (first) choosePattern(first);
      notify(`${words.map(capital).join('. ')}.`);
      endBringingIn();
    },
    onError: (error) => notify(error.message, { variant: 'error' }),
  });
}
