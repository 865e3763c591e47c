import { useEffect } from 'react';
import { type Reach, toggleLoops, useSession, useSessionFields } from '../session/store.ts';
import { Choice } from '../shared/ui/Choices.tsx';
import type { TransportState } from './useTransport.ts';

/** Choices of the sheet's playing: loops, and the cue of a pressed section. */
export function SheetChoices({
  transport,
  reach,
  loops,
  cues,
}: {
  transport: TransportState;
  reach: Reach;
  /** True for a reach that can go round, and for sections that can be cued. */
  loops: boolean;
  cues: boolean;
}) {
  useWantedBeat(transport.playFromBeat);
  const session = useSessionFields('loops', 'cues');
  const atOnce = session.cues === 'at once';
  return (
    <>
      {loops && (
        <Choice
          chosen={session.loops[reach]}
          title="Goes round, or stops at its end"
          onClick={() => toggleLoops(reach)}
        >
          Loop
        </Choice>
      )}
      {cues && (
        <Choice
          chosen={atOnce}
          title="A section that you press comes at the next bar, or at once at the same place in the bar"
          onClick={() => useSession.setState({ cues: atOnce ? 'next bar' : 'at once' })}
        >
          {atOnce ? 'Cue at once' : 'Cue at next bar'}
        </Choice>
      )}
    </>
  );
}

/** Plays the song from the beat that was pressed, once that is asked for in a menu. */
function useWantedBeat(playFromBeat: () => void): void {
  const wanted = useSession((session) => session.beatWanted);
  useEffect(() => {
    if (!wanted) return;
    useSession.setState({ beatWanted: false });
    playFromBeat();
    // Each wish plays it once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
}
