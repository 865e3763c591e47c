/** What is needed of a note to keep it clear of the next one; places and lengths in ticks. */
export interface Settling {
  readonly tick: number;
  readonly channel: number;
  readonly note: number;
  readonly velocity: number;
  readonly length: number;
}

/**
 * Sorts notes and keeps each clear of the next one of its channel and note: of two at the same tick the louder stays,
 * and a note that would sound into the next one ends there. Lengths stay at least one tick.
 */
export function settle<T extends Settling>(input: readonly T[]): { notes: T[]; merged: number } {
  const sorted = [...input].sort(
    (a, b) => a.tick - b.tick || a.channel - b.channel || a.note - b.note || b.velocity - a.velocity,
  );
  const notes: T[] = [];
  const last = new Map<number, number>();
  for (const event of sorted) {
    const key = event.channel * 128 + event.note;
    const at = last.get(key);
    const before = at === undefined ? undefined : notes[at];
    if (before && before.tick === event.tick) continue;
    if (before && at !== undefined && before.tick + before.length > event.tick)
      notes[at] = { ...before, length: event.tick - before.tick };
    last.set(key, notes.length);
    notes.push(event);
  }
  return { notes, merged: sorted.length - notes.length };
}
