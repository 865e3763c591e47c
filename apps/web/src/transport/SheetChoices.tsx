import { Button } from '@mui/material';
import { type Reach, toggleLoops, useSession, useSessionFields } from '../session/store.ts';
import { withKeys } from '../shared/keys/command.ts';
import { Choice } from '../shared/ui/Choices.tsx';
import { BEAT_COMMANDS } from './commands.ts';
import { placeOfBeat } from './place-of-beat.ts';
import { beatText } from './PlaceText.tsx';
import type { TransportState } from './useTransport.ts';

/** Choices of the sheet's playing: the start at a pressed beat, loops, and the cue of a pressed section. */
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
  const session = useSessionFields('loops', 'cues');
  const atOnce = session.cues === 'at once';
  return (
    <>
      {reach === 'song' && loops && <FromBeat {...transport} />}
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

/** The mouse's way to play the song from a beat that was pressed in a slot. */
function FromBeat({ what, bars, playFromBeat }: TransportState) {
  const { slot, beat } = useSessionFields('slot', 'beat');
  if (!slot || !what || !bars?.meters.length) return null;
  const tick = placeOfBeat(what.document, slot, beat);
  return tick === null ? null : (
    <Button
      title={withKeys('Play the song from the beat that was pressed', BEAT_COMMANDS.playFromBeat)}
      onClick={playFromBeat}
    >
      From {beatText(bars, tick)}
    </Button>
  );
}
