import { cuePlaces } from '../form/index.ts';
import { cueChannel } from '../pattern/index.ts';
import type { Id, SongDocument } from '../song/index.ts';

/** The number of the first pattern that is cued. */
const LOWEST = 36;

/** Cue of a slot in a file: a note as long as the slot, in ticks of the file, with a number for each pattern. */
export interface Cue {
  readonly tick: number;
  readonly length: number;
  readonly channel: number;
  readonly note: number;
  /** The pattern's. */
  readonly name: string;
}

/**
 * The cues of a song whose file begins `lead` ticks before its first beat: one for each slot that plays something, called
 * after what its first part plays through it.
 */
export function cuesOf(
  document: SongDocument,
  lead: number,
  scale: (tick: number) => number,
): readonly Cue[] {
  const numbers = new Map<Id, number>();
  const channel = cueChannel(document);
  return cuePlaces(document).map(({ start, length, pattern }): Cue => {
    const note = numbers.get(pattern.id) ?? Math.min(127, LOWEST + numbers.size);
    numbers.set(pattern.id, note);
    const [tick, end] = [scale(lead + start), scale(lead + start + length)];
    return { tick, length: end - tick, channel, note, name: pattern.name };
  });
}
