import { Box, Button, Dialog, DialogActions, DialogContent, LinearProgress, Typography } from '@mui/material';
import { safeFileName } from '@plucky/core/midi';
import type { Timeline } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { useEffect, useState } from 'react';
import { bounce } from '../audio/bounce.ts';
import { isHeard, type Session } from '../session/store.ts';
import { color } from '../shared/ui/tokens.ts';
import type { WhatPlays } from './what-plays.ts';

/** Sound to bounce: the target of play, with the mutes and solos of the moment. */
export interface Bounced {
  readonly what: WhatPlays;
  readonly timeline: Timeline;
  readonly listening: Pick<Session, 'mutes' | 'solos'>;
}

/** A file that was rendered. */
interface Ready {
  readonly url: string;
  readonly name: string;
  readonly bytes: number;
}

/** Renders to a file while it stands, and shows how far it is; closing it gives up. */
export function BounceDialog({ wanted, onClose }: { wanted: Bounced; onClose: () => void }) {
  const { what, timeline, listening } = wanted;
  const [share, setShare] = useState(0);
  const [ready, setReady] = useState<Ready | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const made = bounce(what.document, timeline, (voice) => isHeard(voice, listening), setShare);
    const { song } = indexOf(what.document);
    const name = `${safeFileName(`${song.name}, ${what.title.split(',')[0] ?? ''}`)}.wav`;
    let url: string | null = null;
    made.file.then(
      (file) => {
        url = URL.createObjectURL(file);
        setReady({ url, name, bytes: file.size });
      },
      () => setFailed(true),
    );
    return () => {
      made.cancel();
      if (url !== null) URL.revokeObjectURL(url);
    };
  }, [what, timeline, listening]);
  const percent = Math.round(share * 100);
  return (
    <Dialog open onClose={onClose} aria-labelledby="bounce-title" maxWidth="xs" fullWidth>
      <DialogContent>
        <Typography id="bounce-title" variant="h3" sx={{ mb: 1.5 }}>
          Bounce {what.title}
        </Typography>
        {failed ? (
          <Typography role="alert" sx={{ color: color('warn') }}>
            The sound could not be rendered. The song is unchanged; close this and try again.
          </Typography>
        ) : (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
            <LinearProgress
              variant="determinate"
              value={ready ? 100 : percent}
              aria-label="Rendered"
              sx={{ flex: 1, height: 6, borderRadius: 3 }}
            />
            <span className="mono">{ready ? 100 : percent} %</span>
          </Box>
        )}
        <Typography variant="caption" component="p" sx={{ mt: 1, mb: 0 }}>
          {ready
            ? `Stereo, 44.1 kHz, 16 bit, ${(ready.bytes / 1e6).toFixed(1)} MB`
            : 'As the kit mix has it, without the room.'}
        </Typography>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button variant="text" onClick={onClose}>
          {ready ? 'Close' : 'Cancel'}
        </Button>
        {ready && (
          <Button variant="contained" color="primary" href={ready.url} download={ready.name}>
            Save the file
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
