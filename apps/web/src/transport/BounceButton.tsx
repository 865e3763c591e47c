import { Box, Button, Dialog, DialogActions, DialogContent, LinearProgress, Typography } from '@mui/material';
import { indexOf, safeFileName } from '@plucky/core';
import { useEffect, useRef, useState } from 'react';
import { bounce, type Bounce } from '../audio/bounce.ts';
import { isHeard, useSession } from '../session/store.ts';
import { color } from '../shared/ui/tokens.ts';
import type { TransportState } from './useTransport.ts';

interface Ready {
  readonly url: string;
  readonly name: string;
  readonly bytes: number;
}

/** Bounces what the play button plays to a WAV file, with its progress. */
export function BounceButton({ transport }: { transport: TransportState }) {
  const { what, timeline } = transport;
  const [share, setShare] = useState<number | null>(null);
  const [ready, setReady] = useState<Ready | null>(null);
  const [failed, setFailed] = useState(false);
  const running = useRef<Bounce | null>(null);
  useEffect(() => () => running.current?.cancel(), []);

  const start = () => {
    if (!what || !timeline) return;
    const session = useSession.getState();
    const { song } = indexOf(what.document);
    const name = `${safeFileName(`${song.name}, ${what.title.split(',')[0] ?? ''}`)}.wav`;
    setReady(null);
    setFailed(false);
    setShare(0);
    const made = bounce(what.document, timeline, (voice) => isHeard(voice, session), setShare);
    running.current = made;
    made.file.then(
      (file) => setReady({ url: URL.createObjectURL(file), name, bytes: file.size }),
      () => setFailed(true),
    );
  };
  const close = () => {
    running.current?.cancel();
    running.current = null;
    if (ready) URL.revokeObjectURL(ready.url);
    setReady(null);
    setShare(null);
  };
  const percent = Math.round((share ?? 0) * 100);
  return (
    <>
      <Button disabled={!timeline?.length} title="Make a WAV file of what plays" onClick={start}>
        Bounce…
      </Button>
      <Dialog open={share !== null} onClose={close} aria-label="Bounce to a WAV file" maxWidth="xs" fullWidth>
        <DialogContent>
          <Typography variant="h3" sx={{ mb: 1.5 }}>
            {what?.title}
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
          <Button variant="text" onClick={close}>
            {ready ? 'Close' : 'Give up'}
          </Button>
          {ready && (
            <Button variant="contained" color="primary" href={ready.url} download={ready.name}>
              Save the file
            </Button>
          )}
        </DialogActions>
      </Dialog>
    </>
  );
}
