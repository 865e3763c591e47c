import { Button } from '@mui/material';
import { indexOf, safeFileName } from '@plucky/core';
import { useEffect, useRef, useState } from 'react';
import { bounce, type Bounce } from '../audio/bounce.ts';
import { isHeard, useSession } from '../session/store.ts';
import { later } from '../shared/ui/later.tsx';
import type { Ready } from './BounceDialog.tsx';
import type { TransportState } from './useTransport.ts';

const BounceDialog = later(async () => (await import('./BounceDialog.tsx')).BounceDialog);

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
  return (
    <>
      <Button disabled={!timeline?.length} title="Make a WAV file of what plays" onClick={start}>
        Bounce…
      </Button>
      {share !== null && (
        <BounceDialog title={what?.title ?? ''} share={share} ready={ready} failed={failed} onClose={close} />
      )}
    </>
  );
}
