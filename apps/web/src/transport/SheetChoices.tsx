import { type Reach, toggleLoops, useSession, useSessionFields } from '../session/store.ts';
import { Choice } from '../shared/ui/Choices.tsx';

/** How the song is played on the sheet: whether what plays goes round, and when a section that is pressed comes. */
export function SheetChoices({
  reach,
  loops,
  cues,
}: {
  reach: Reach;
  /** Whether it can go round, and whether sections can be cued. */
  loops: boolean;
  cues: boolean;
}) {
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
