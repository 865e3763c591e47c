import { Box, Typography } from '@mui/material';
import { type ArrivedTrack, referenceOfTrack } from '@plucky/core/fold';
import { partForTarget, targetFrom } from '@plucky/core/plan';
import {
  documentOf,
  indexOf,
  keepReference,
  LIMITS,
  type Reference,
  type SongDocument,
} from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../../api/client.ts';
import { useEdit } from '../../../document/context.tsx';
import { dayName } from '../../../shared/days.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { withTracks } from '../../../shared/midi-in.ts';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { Select } from '../../../shared/ui/Select.tsx';
import { SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { useHolding } from './target-session.ts';

/** All drums of a file together, as a song's drums play them; in a file without drums its first track. */
function playedAsOne(tracks: readonly [ArrivedTrack, ...ArrivedTrack[]]): ArrivedTrack {
  const [first, ...more] = tracks.filter(({ drums }) => drums);
  if (!first) return tracks[0];
  const notes = [first, ...more].flatMap((track) => track.notes).sort((a, b) => a.tick - b.tick);
  return { ...first, notes };
}

/** Takes a target of a file or of another song. */
export function NewTarget({ document }: { document: SongDocument }) {
  const edit = useEdit();
  const songs = useQuery({ queryKey: ['songs'], queryFn: api.songs });
  const keep = (reference: Reference) => {
    if (!partForTarget(document, reference))
      notify(`No part of this song plays what ${reference.name} does.`, { variant: 'error' });
    else if (edit(() => keepReference(reference))) useHolding.setState({ target: reference.id });
  };
  const fromFile = async (file: File) => {
    try {
      const { arrived, tracks } = await withTracks(file);
      keep(referenceOfTrack(playedAsOne(tracks), freshId(), arrived));
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  const fromSong = async (id: string) => {
    const { records } = await api.song(id);
    const other = documentOf(records);
    const part = indexOf(other).parts.find(({ type }) => type === 'drums') ?? indexOf(other).parts[0];
    const name = songs.data?.find((one) => one.id === id)?.name ?? 'Another song';
    if (part) keep(targetFrom(other, part, name, freshId(), LIMITS.referenceNotes));
  };
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.name }}>New target</Typography>
      <FileButton
        label="MIDI file of a target"
        accept=".mid,.midi,audio/midi"
        onFiles={([file]) => {
          if (file) void fromFile(file);
        }}
      >
        From a MIDI file…
      </FileButton>
      <Select
        fullWidth
        label="From another song"
        bare
        value={null}
        placeholder="From another song…"
        options={(songs.data ?? []).map(({ id, name, bars, updatedAt }) => ({
          value: id,
          label: name,
          about: `${counted(bars, 'bar')}, ${dayName(updatedAt)}`,
        }))}
        onChange={(id) => {
          fromSong(id).catch((error: unknown) =>
            notify(error instanceof Error ? error.message : '', { variant: 'error' }),
          );
        }}
      />
    </Box>
  );
}
