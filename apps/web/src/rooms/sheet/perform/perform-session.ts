import { type Cue, type Cued, type Performance, performed, type Tried } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { useMemo } from 'react';
import { thePlayer } from '../../../audio/player.ts';
import { useSheet } from '../../../session/sheet.ts';
import { createForSong } from '../../../session/song-store.ts';
import { freshId } from '../../../shared/fresh-id.ts';

/** A performance as it goes on. */
interface Performing {
  /** Latest performance: the same object until another one comes. */
  readonly performance: Performance;
  /** Up to where it is drawn, in ticks: the end of the bar that sounds, or of the last one. */
  readonly drawn: number;
  /** Up to where it is worked out ahead of what sounds, in ticks. */
  readonly ahead: number;
  /** State: running, over, or heard again. */
  readonly state: 'running' | 'over' | 'heard';
}

export const usePerforming = createForSong<{ readonly now: Performing | null }>(() => ({ now: null }));

/** Bars worked out ahead, and the number left at which more are. */
const [AHEAD, FEW] = [16, 4];

export function togglePerform(): void {
  useSheet.setState(({ performing }) => ({ performing: !performing }));
  usePerforming.setState({ now: null });
}

/** Length of the bar around a place, and its end, in ticks. */
function barAround(document: SongDocument, place: number): { readonly bar: number; readonly end: number } {
  const bar = barTicks(indexOf(document).song.meter);
  return { bar, end: (Math.floor(place / bar) + 1) * bar };
}

/** Cues a section or pattern for the next bar; the first cue starts the performance at once. */
export function cueNext(document: SongDocument, plays: Cued): void {
  const { bar, end } = barAround(document, thePlayer().place() ?? 0);
  const { now } = usePerforming.getState();
  if (now?.state !== 'running') {
    const cues = [{ id: freshId(), at: 0, plays }];
    const performance = { section: freshId(), occurrence: freshId(), cues };
    usePerforming.setState({ now: { performance, drawn: bar, ahead: AHEAD * bar, state: 'running' } });
    return;
  }
  const cues = [...cuedBefore(now, end), { id: freshId(), at: end, plays }];
  const performance = { ...now.performance, cues };
  usePerforming.setState({ now: { ...now, performance, ahead: end + AHEAD * bar } });
}

function cuedBefore({ performance }: Performing, place: number): readonly Cue[] {
  return performance.cues.filter((cue) => cue.at < place);
}

/** Draws what has sounded by a place, in ticks, and works more of it out ahead. */
export function soundedUpTo(document: SongDocument, place: number): void {
  const { now } = usePerforming.getState();
  if (now?.state !== 'running') return;
  const { bar, end } = barAround(document, place);
  const ahead = end + FEW * bar > now.ahead ? end + AHEAD * bar : now.ahead;
  if (end !== now.drawn || ahead !== now.ahead)
    usePerforming.setState({ now: { ...now, drawn: end, ahead } });
}

/** Ends the performance: it holds all that had sounded by the stop. */
export function performanceEnds(): void {
  const { now } = usePerforming.getState();
  if (!now || now.state === 'over') return;
  // A cue that did not come is forgotten.
  const performance = { ...now.performance, cues: cuedBefore(now, now.drawn) };
  usePerforming.setState({ now: { ...now, performance, state: 'over' } });
}

/** Performance as it is drawn, and as it is heard: on beyond the present place, while it runs. */
export function usePerformance(document: SongDocument): { drawn: SongDocument; heard: Tried | null } | null {
  const isOpen = useSheet((session) => session.performing);
  const { now } = usePerforming();
  const { performance, drawn: end = 0, ahead = 0, state } = now ?? {};
  const drawn = useMemo(
    () => (performance ? performed(document, performance, end).document : document),
    [document, performance, end],
  );
  const until = state === 'running' ? ahead : end;
  const isHeard = state !== 'over';
  const heard = useMemo(
    () => (performance && isHeard ? performed(document, performance, until) : null),
    [document, performance, isHeard, until],
  );
  return isOpen ? { drawn, heard } : null;
}
