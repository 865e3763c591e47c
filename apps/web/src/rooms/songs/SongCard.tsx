import MoreIcon from '@mui/icons-material/MoreHoriz';
import PlayIcon from '@mui/icons-material/PlayArrowRounded';
import StopIcon from '@mui/icons-material/StopRounded';
import { Box, Button, IconButton, Menu, MenuItem, Typography } from '@mui/material';
import { compile } from '@plucky/core/play';
import { documentOf } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api, type SongFace } from '../../api/client.ts';
import { playAlone } from '../../audio/play-alone.ts';
import { thePlayer } from '../../audio/player.ts';
import { useIsPlaying } from '../../audio/useIsPlaying.ts';
import { dayName } from '../../shared/days.ts';
import { FormThumbnail } from '../../shared/ui/FormThumbnail.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

interface Props {
  readonly song: SongFace;
  readonly inBin: boolean;
  readonly onOpen: () => void;
  readonly onCopy: () => void;
  readonly onRemove: () => void;
  readonly onRestore: () => void;
}

/** A song on the shelf: its name, its form in small, and what can be done with it. */
export function SongCard({ song, inBin, onOpen, onCopy, onRemove, onRestore }: Props) {
  const { data } = useQuery({
    queryKey: ['thumbnail', song.id, song.revision],
    queryFn: () => api.song(song.id),
    enabled: !inBin,
  });
  const document = useMemo(() => data && documentOf(data.records), [data]);
  return (
    <Box
      component="article"
      aria-label={song.name}
      // Anywhere but on what has a deed of its own.
      onClick={(event) => {
        if (!inBin && !(event.target as Element).closest('button, [role=menu], .MuiModal-root')) onOpen();
      }}
      sx={{
        cursor: inBin ? 'default' : 'pointer',
        background: color('page'),
        border: `1px solid ${color('line')}`,
        borderRadius: '14px',
        p: 2.25,
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Typography variant="h2">{song.name}</Typography>
      <Typography sx={{ color: color('soft'), fontSize: TEXT.plain, mb: 1.5 }}>
        {song.tempo} bpm · {song.meter} · {song.keyName}
      </Typography>
      {!inBin && (
        <Box sx={{ height: 300, overflow: 'hidden', mb: 1.5 }}>
          {document && <FormThumbnail document={document} />}
        </Box>
      )}
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 0.75,
          borderTop: `1px solid ${color('line')}`,
          pt: 1.25,
          mt: 'auto',
          flexWrap: 'wrap',
        }}
      >
        <Typography sx={{ color: color('soft'), fontSize: TEXT.note, flex: 1, whiteSpace: 'nowrap' }}>
          {counted(song.bars, 'bar')} · {dayName(song.updatedAt)}
        </Typography>
        {inBin ? (
          <Button onClick={onRestore}>Put back</Button>
        ) : (
          <>
            {document && <PlaySong document={document} name={song.name} />}
            <Button onClick={onOpen} aria-label={`Open ${song.name}`}>
              Open
            </Button>
            <MoreMenu name={song.name} onCopy={onCopy} onRemove={onRemove} />
          </>
        )}
      </Box>
    </Box>
  );
}

function MoreMenu({ name, onCopy, onRemove }: { name: string; onCopy: () => void; onRemove: () => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (deed: () => void) => () => {
    setAnchor(null);
    deed();
  };
  return (
    <>
      <IconButton
        size="small"
        aria-label={`More for ${name}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreIcon fontSize="small" />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={choose(onCopy)}>Duplicate</MenuItem>
        <MenuItem onClick={choose(onRemove)}>Delete</MenuItem>
      </Menu>
    </>
  );
}

function PlaySong({ document, name }: { document: Parameters<typeof compile>[0]; name: string }) {
  const playing = useIsPlaying(document);
  useEffect(() => () => thePlayer().stop(), []);
  const toggle = () => {
    if (playing) thePlayer().stop();
    else void playAlone({ timeline: compile(document, { kind: 'song' }), loops: false, document, origin: 0 });
  };
  return (
    <IconButton
      title={playing ? 'Stop' : 'Hear the whole song'}
      size="small"
      aria-label={playing ? `Stop ${name}` : `Play ${name}`}
      onClick={toggle}
      sx={{ border: `1px solid ${color('strong')}` }}
    >
      {playing ? <StopIcon fontSize="small" /> : <PlayIcon fontSize="small" />}
    </IconButton>
  );
}
