import BounceIcon from '@mui/icons-material/FileDownloadOutlined';
import { useState } from 'react';
import { useSession } from '../session/store.ts';
import { Deed } from '../shared/ui/Deed.tsx';
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
      <Deed
        name="Bounce…"
        title="Bounce: a WAV file of what plays"
        isOff={!what}
        onPress={() => {
          const { mutes, solos } = useSession.getState();
          const bounced = now();
          if (bounced)
            setWanted({ what: bounced, timeline: timelineOf(bounced), listening: { mutes, solos } });
        }}
      >
        <BounceIcon fontSize="small" />
      </Deed>
      {wanted && <BounceDialog wanted={wanted} onClose={() => setWanted(null)} />}
    </>
  );
}
