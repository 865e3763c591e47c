import { songStretches } from '@plucky/core/form';
import { type Attempt, compareWithTarget, partForTarget } from '@plucky/core/plan';
import { indexOf, LIMITS, type Reference, type SongDocument } from '@plucky/core/song';
import { beatTicks, cacheWhileSame } from '@plucky/core/time';
import { useDeferredValue, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { createForSong } from '../../../session/song-store.ts';
import { chooseSlot, useSession } from '../../../session/store.ts';
import { chosenStretch } from '../chosen-slots.ts';
import type { LineOfSheet } from '../sheet-lines.ts';

/** Comparison with a target: whether it is on, with which target, and whether only for what is chosen. */
interface Holding {
  readonly isOpen: boolean;
  readonly target: string | null;
  readonly isOnlyChosen: boolean;
}

export const useHolding = createForSong<Holding>(() => ({
  isOpen: false,
  target: null,
  isOnlyChosen: false,
}));

export function toggleTarget(): void {
  useHolding.setState(({ isOpen }) => ({ isOpen: !isOpen }));
}

/** The imported parts that a song can be held against. */
export function targetsOf(document: SongDocument): readonly Reference[] {
  return indexOf(document).references.filter(({ of }) => of === undefined);
}

/** Result of the comparison; `attempt` is null where there is no target or no part that could play it. */
export interface Held {
  readonly target: Reference | null;
  readonly attempt: Attempt | null;
}

/** The whole song. */
const ALL = { from: 0, to: LIMITS.song };

/** Comparison of the song with the chosen target; null while it is off. It follows the painted song. */
export function useHeld(document: SongDocument): Held | null {
  const { isOpen, target: wanted, isOnlyChosen } = useHolding();
  const now = useDeferredValue(document);
  // The choice matters only where it alone is compared: the room is not drawn anew for it otherwise.
  const stretch = useSession(
    useShallow((session) => (isOpen && isOnlyChosen ? chosenStretch(now, session) : null)),
  );
  const { from, to } = stretch ?? ALL;
  return useMemo(() => {
    if (!isOpen) return null;
    const targets = targetsOf(now);
    const target = targets.find(({ id }) => id === wanted) ?? targets[0] ?? null;
    const part = target && partForTarget(now, target);
    if (!target || !part) return { target, attempt: null };
    return { target, attempt: compareWithTarget(now, target, part.id, { from, to }) };
  }, [now, isOpen, wanted, from, to]);
}

/** Chooses the slot that plays at a tick of the song, and its beat there to play from; not while the choice is what is compared. */
export function chooseBeatAt(document: SongDocument, tick: number): void {
  if (useHolding.getState().isOnlyChosen) return;
  const found = songStretches(document).find(
    ({ start, slot, occurrence }) => occurrence && tick >= start && tick < start + slot.length,
  );
  if (!found?.occurrence) return;
  const beat = beatTicks(found.meter);
  chooseSlot(
    { occurrence: found.occurrence.id, slot: found.slot.id },
    Math.floor((tick - found.start) / beat) * beat,
  );
}

/** Number of differences on each line of the sheet, by the line's place among them. */
export function deviationsByLine(
  attempt: Attempt,
  lines: readonly LineOfSheet[],
): ReadonlyMap<number, number> {
  return deviationsCache(attempt, [lines], () => {
    const counts = new Map<number, number>();
    for (const { tick } of attempt.deviations) {
      const at = lineOf(lines, tick);
      if (at >= 0) counts.set(at, (counts.get(at) ?? 0) + 1);
    }
    return counts;
  });
}

const deviationsCache = cacheWhileSame<ReadonlyMap<number, number>, Attempt>();

/** The line on which a tick of the song stands, in whichever round of its section; -1 where none does. */
export function lineOf(lines: readonly LineOfSheet[], tick: number): number {
  return lines.findIndex(({ place, line, full }) => {
    if (!line || tick < place.start || tick >= place.start + place.length) return false;
    const inSection = (tick - place.start) % (place.length / place.occurrence.times);
    return inSection >= line.start && inSection < line.start + full;
  });
}
