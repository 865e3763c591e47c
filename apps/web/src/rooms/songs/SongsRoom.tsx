import { Box, Button, Typography } from '@mui/material';
import { counted } from '@plucky/core/time';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type SongFace } from '../../api/client.ts';
import { songIn } from '../../api/song-in.ts';
import { isMidiFile, useArriving } from '../../session/arriving.ts';
import { ModeButton } from '../../shared/ui/ModeButton.tsx';
import { NoticeAction } from '../../shared/ui/NoticeAction.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { PageHead } from '../../shared/ui/PageHead.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { FromFile } from './FromFile.tsx';
import { FromStarter } from './FromStarter.tsx';
import { SongCard } from './SongCard.tsx';

/** All songs, the bin, and the ways to a new one. */
export function SongsRoom() {
  const [inBin, setInBin] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const songs = useQuery({ queryKey: ['songs'], queryFn: api.songs });
  const bin = useQuery({ queryKey: ['songs', 'bin'], queryFn: api.bin });
  const failed = (error: Error) => notify(error.message, { variant: 'error' });
  const refresh = () => queries.invalidateQueries({ queryKey: ['songs'] });
  const open = (id: string) => void navigate(`/songs/${id}/groove`);

  const create = useMutation({
    mutationFn: ({ from, name }: { from: string; name?: string }) => api.create(from, name),
    onSuccess: (song) => open(song.id),
    onError: failed,
  });
  const takeFile = useMutation({
    mutationFn: async (file: File) => api.take(await songIn(file)),
    onSuccess: (song) => open(song.id),
    onError: failed,
  });
  const bring = (file: File) => {
    if (!isMidiFile(file)) takeFile.mutate(file);
    else {
      useArriving.setState({ file });
      void navigate('/arrive');
    }
  };
  const copy = useMutation({
    mutationFn: (song: SongFace) => api.create(`song:${song.id}`),
    onSuccess: refresh,
    onError: failed,
  });
  const restore = useMutation({
    mutationFn: (song: SongFace) => api.restore(song.id),
    onSuccess: refresh,
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: (song: SongFace) => api.remove(song.id),
    onSuccess: async (_, song) => {
      await refresh();
      notify(`${song.name} is in the bin.`, {
        action: () => <NoticeAction onClick={() => restore.mutate(song)}>Undo</NoticeAction>,
      });
    },
    onError: failed,
  });

  const shown = inBin ? bin : songs;
  return (
    <Box sx={{ height: '100vh', overflow: 'auto', background: color('paper') }}>
      <PageHead>
        <Typography variant="h2" component="span">
          Plucky Verse
        </Typography>
        <Typography
          sx={{ color: color('soft'), fontSize: TEXT.control, display: { xs: 'none', sm: 'block' } }}
        >
          one groove, a whole song
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Button variant="text" onClick={() => setInBin(!inBin)}>
          {inBin ? 'All songs' : `Bin${bin.data?.length ? ` (${bin.data.length})` : ''}`}
        </Button>
        <ModeButton />
      </PageHead>
      <Box component="main" sx={{ maxWidth: 1240, mx: 'auto', p: { xs: 2, sm: 3.5 }, pt: 3 }}>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 2, flexWrap: 'wrap' }}>
          <Typography variant="h1">{inBin ? 'Bin' : 'Songs'}</Typography>
          <Typography sx={{ color: color('soft') }}>{countText(shown.data, inBin)}</Typography>
          <Box sx={{ flex: 1 }} />
          {!inBin && <FromFile onChoose={bring} />}
          {!inBin && <FromStarter onChoose={(from, name) => create.mutate({ from, name })} />}
          {!inBin && (
            <Button
              variant="contained"
              color="primary"
              disabled={create.isPending}
              onClick={() => create.mutate({ from: 'blank' })}
              sx={{ px: 2, py: 1 }}
            >
              New song
            </Button>
          )}
        </Box>
        {shown.error && (
          <Typography role="alert">{shown.error.message} Start the server and reload this page.</Typography>
        )}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(min(340px, 100%), 1fr))',
            gap: 2.5,
          }}
        >
          {shown.data?.map((song) => (
            <SongCard
              key={song.id}
              song={song}
              inBin={inBin}
              onOpen={() => open(song.id)}
              onCopy={() => copy.mutate(song)}
              onRemove={() => remove.mutate(song)}
              onRestore={() => restore.mutate(song)}
            />
          ))}
        </Box>
      </Box>
    </Box>
  );
}

function countText(songs: readonly SongFace[] | undefined, inBin: boolean): string {
  if (!songs) return '';
  if (!songs.length) return inBin ? 'nothing thrown away' : 'no songs yet: make a new one';
  const count = counted(songs.length, 'song');
  return inBin ? `${count}, each deleted for good after 30 days here` : count;
}
