import type { RoomPath } from '../session/rooms.ts';
import { type Reach, setReach, useSession } from '../session/store.ts';
import { Choice, Segments } from '../shared/ui/Choices.tsx';
import { ask } from './asked.ts';
import { putPreviewAside, usePreview } from './preview.ts';
import { REACHES } from './what-plays.ts';

/** Choice of how much of the song is heard, or what is tried in its place: the one that is chosen sounds. */
export function ReachChoices({
  room,
  reach,
  isElsewhere,
}: {
  room: RoomPath;
  reach: Reach;
  /** True for a sound that was asked for in another room. */
  isElsewhere: boolean;
}) {
  const { preview, isAside } = usePreview();
  if (!preview && !isElsewhere && REACHES[room].length < 2) return null;
  const isTried = preview !== null && !isAside;
  const choose = (one: Reach) => {
    if (room !== 'hand-off' && room !== 'fills') setReach(room, one);
    if (preview) putPreviewAside(true);
    if (isElsewhere) ask({ room, choices: useSession.getState() });
  };
  return (
    <Segments label="How much plays">
      {preview && (
        <Choice
          chosen={isTried}
          title="What is tried, or the song as it stands, to compare them"
          disabled={preview.isAlone}
          onClick={() => putPreviewAside(isTried)}
        >
          What is tried
        </Choice>
      )}
      {!preview?.isAlone &&
        REACHES[room].map(({ reach: one, name }) => (
          <Choice key={one} chosen={one === reach && !isElsewhere && !isTried} onClick={() => choose(one)}>
            {name}
          </Choice>
        ))}
    </Segments>
  );
}
