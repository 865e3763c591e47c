import PlayIcon from '@mui/icons-material/PlayArrowRounded';
import StopIcon from '@mui/icons-material/StopRounded';
import { Box, IconButton, Typography } from '@mui/material';
import { compile } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import { useEffect, useState } from 'react';
import { playAlone } from '../../audio/play-alone.ts';
import { thePlayer } from '../../audio/player.ts';
import { useIsPlaying } from '../../audio/useIsPlaying.ts';
import { Choice } from '../../shared/ui/Choices.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import type { Arrival } from './arrival.ts';
import { ofFile } from './heard-file.ts';

type Heard = 'file' | 'fold';
const NAMES: Readonly<Record<Heard, string>> = { file: 'The file', fold: 'The fold' };

/** Lets the file or what it was folded into be heard, one for the other at the same place. */
export function HearBar({ arrival, document }: { arrival: Arrival; document: SongDocument | null }) {
  const [heard, setHeard] = useState<Heard>('fold');
  const isPlaying = useIsPlaying();
  // Its sound ends with the page.
  useEffect(() => () => thePlayer().stop(), []);
  const play = (what: Heard, from: number) => {
    if (!document) return;
    const playing = what === 'fold' ? ofFold(document) : ofFile(arrival, document);
    void playAlone({ ...playing, loops: false, origin: null }, from);
  };
  const choose = (what: Heard) => {
    setHeard(what);
    const place = thePlayer().place();
    if (place !== null) play(what, Math.max(0, Math.round(place)));
  };
  return (
    <Box
      component="footer"
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: { xs: 0.75, md: 1.5 },
        minHeight: 60,
        py: 0.5,
        px: { xs: 1.25, md: 2.5 },
        background: color('page'),
        borderTop: `1px solid ${color('line')}`,
      }}
    >
      <IconButton
        aria-label={isPlaying ? 'Stop' : 'Play'}
        disabled={!document}
        onClick={() => (isPlaying ? thePlayer().stop() : play(heard, 0))}
        sx={{ background: color('plum'), color: color('on-plum'), '&:hover': { background: color('plum') } }}
      >
        {isPlaying ? <StopIcon /> : <PlayIcon />}
      </IconButton>
      <Typography
        role="status"
        aria-label="Heard"
        sx={{ fontWeight: 600, fontSize: TEXT.control, minWidth: 180 }}
      >
        {isPlaying ? `${NAMES[heard]} sounds` : `${NAMES[heard]}, from bar 1`}
      </Typography>
      <Box role="group" aria-label="What is heard" sx={{ display: 'flex', gap: 0.75 }}>
        {(Object.keys(NAMES) as Heard[]).map((what) => (
          <Choice
            key={what}
            chosen={what === heard}
            title="One for the other at the same place"
            disabled={!document}
            onClick={() => choose(what)}
          >
            {NAMES[what]}
          </Choice>
        ))}
      </Box>
    </Box>
  );
}

function ofFold(document: SongDocument) {
  return { document, timeline: compile(document, { kind: 'song' }) };
}
