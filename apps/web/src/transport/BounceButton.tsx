import { Button } from '@mui/material';
import { useState } from 'react';
import { useSession } from '../session/store.ts';
import { later } from '../shared/ui/later.tsx';
import type { Bounced } from './BounceDialog.tsx';
import { timelineOf } from './timeline-of.ts';
import type { TransportState } from './useTransport.ts';

const BounceDialog = later(async () => (await import('./BounceDialog.tsx')).BounceDialog);

/** Bounces what the play button plays to a WAV file. */
export function BounceButton({ transport: { what, now } }: { transport: TransportState }) {
  const [wanted, setWanted] = useState<Bounced | null>(null);
  return (
    <>
      <Button
        disabled={!what}
        title="Make a WAV file of what plays"
        onClick={() => {
          const { mutes, solos } = useSession.getState();
          const bounced = now();
          if (bounced)
            setWanted({ what: bounced, timeline: timelineOf(bounced), listening: { mutes, solos } });
        }}
      >
        Bounce…
      </Button>
      {wanted && <BounceDialog wanted={wanted} onClose={() => setWanted(null)} />}
    </>
  );
}
