/** Facts that keep a note clear of the next one; places and lengths in ticks. */
export interface Settling {
  readonly tick: number;
  readonly channel: number;
  readonly note: number;
  readonly velocity: number;
  readonly length: number;
}

/** Two notes on the same tick, channel and note: the one that stays, and the one that is taken into it. */
export interface Merged<T> {
  readonly kept: T;
  readonly lost: T;
}

/** By place, then by channel and note, the louder first. */
export function byPlace(a: Settling, b: Settling): number {
  return a.tick - b.tick || a.channel - b.channel || a.note - b.note || b.velocity - a.velocity;
}

/** True for notes in order: most are, and to sort those takes longer than to look. */
function isInPlace(notes: readonly Settling[]): boolean {
  for (let i = 1; i < notes.length; i++) {
    const [before, note] = [notes[i - 1], notes[i]];
    if (before && note && byPlace(before, note) > 0) return false;
  }
  return true;
}

/**
 * Sorts notes and keeps each clear of the next one of its channel and note: of two at the same tick the louder stays,
 * and a note that would sound into the next one ends there. Lengths stay at least one tick.
 */
export function settle<T extends Settling>(
  input: readonly T[],
): { notes: T[]; merged: readonly Merged<T>[] } {
  const sorted = isInPlace(input) ? input : input.toSorted(byPlace);
  const notes: T[] = [];
  const merged: Merged<T>[] = [];
  // Place of the last note of each channel and number, counted from 1.
  const last = new Int32Array(16 * 128);
  for (const event of sorted) {
    const key = event.channel * 128 + event.note;
    const at = (last[key] ?? 0) - 1;
    const before = notes[at];
    if (before && before.tick === event.tick) {
      merged.push({ kept: before, lost: event });
      continue;
    }
    if (before && before.tick + before.length > event.tick)
      notes[at] = { ...before, length: event.tick - before.tick };
    last[key] = notes.push(event);
  }
  return { notes, merged };
}
