import { type Cue, cueable, type Cued, type Performance, performed, type Tried } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { useMemo } from 'react';
import { thePlayer } from '../../../audio/player.ts';
import { useSheet } from '../../../session/sheet.ts';
import { createForSong } from '../../../session/song-store.ts';
import { useSession } from '../../../session/store.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { comesAt, type CueTime } from './cue-time.ts';

/** A performance as it goes on. */
export interface Performing {
  /** Latest performance: the same object until another one comes. */
  readonly performance: Performance;
  /** Up to where it is drawn, in ticks: the end of the bar that sounds, or of the last one. */
  readonly drawn: number;
  /** Up to where it is worked out ahead of what sounds, in ticks. */
  readonly ahead: number;
  /** State: running, over, or heard again. */
  readonly state: 'running' | 'over' | 'heard';
}

interface PerformSession {
  readonly now: Performing | null;
  readonly comes: CueTime;
  /** True for a cue within a bar that begins at that place of its own bar, and not at its start. */
  readonly keepsPlace: boolean;
}

export const usePerforming = createForSong<PerformSession>(() => ({
  now: null,
  comes: 'bar',
  keepsPlace: false,
}));

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

/** Cues a section or pattern for when cues come; the first one starts the performance at once. */
export function cueNext(document: SongDocument, plays: Cued): void {
  const place = thePlayer().place() ?? 0;
  const { now, comes, keepsPlace } = usePerforming.getState();
  const { bar } = barAround(document, place);
  if (now?.state !== 'running') {
    const cues = [{ id: freshId(), at: 0, plays }];
    const performance = { section: freshId(), occurrence: freshId(), cues };
    usePerforming.setState({ now: { performance, drawn: bar, ahead: AHEAD * bar, state: 'running' } });
    return;
  }
  const before = cuedBefore(now, place);
  const at = comesAt(document, before.at(-1), place, comes);
  const from = keepsPlace ? at % bar : 0;
  const cues = [...cuedBefore(now, at), { id: freshId(), at, plays, ...(from ? { from } : {}) }];
  const performance = { ...now.performance, cues };
  usePerforming.setState({ now: { ...now, performance, ahead: at + AHEAD * bar } });
}

/** Hears what was performed once more, or not. */
export function toggleHeard(): void {
  usePerforming.setState(({ now }) => ({
    now: now && { ...now, state: now.state === 'heard' ? 'over' : 'heard' },
  }));
}

/**
 * Starts the performance with what is chosen on the sheet, or with the first section; hears one that is over. False while one
 * sounds.
 */
export function startOrHear(document: SongDocument): boolean {
  const { now } = usePerforming.getState();
  if (now?.state === 'over') toggleHeard();
  if (!now) startPerforming(document);
  return !now || now.state === 'over';
}

function startPerforming(document: SongDocument): void {
  const { sections } = cueable(document);
  const { occurrence } = useSession.getState();
  const chosen = indexOf(document).song.form.find(({ id }) => id === occurrence)?.section;
  const section = sections.find(({ id }) => id === chosen) ?? sections[0];
  if (section) cueNext(document, { kind: 'section', section: section.id });
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
