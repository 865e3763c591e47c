import { movedOver, type ResolvedPattern } from '../pattern/index.ts';
import { type Chord, indexOf, type ResolvedHit, type Slot, type SongDocument } from '../song/index.ts';

/** The chord of a slot at a place of it, in ticks from its start; undefined before the first one. */
export function chordAt({ chords }: Pick<Slot, 'chords'>, at: number): Chord | undefined {
  return chords?.findLast((one) => one.at <= at)?.chord;
}

/** The hits of a layer that begins `from` ticks into its slot, its notes moved over the slot's chords. */
export function overChords(
  document: SongDocument,
  slot: Slot,
  { harmony, pattern }: ResolvedPattern,
  hits: readonly ResolvedHit[],
  from: number,
): readonly ResolvedHit[] {
  const { song, part, voice } = indexOf(document);
  if (!slot.chords || harmony === 'semitones' || part(pattern.part)?.type !== 'notes') return hits;
  return hits.map((hit) => {
    const chord = chordAt(slot, from + hit.at);
    if (!chord) return hit;
    const row = voice(hit.voice)?.note ?? 0;
    const moved = (pitch: number) =>
      pitch + inRange(row + pitch, movedOver(row + pitch, chord, song.key, harmony));
    // A roll begins and ends where notes written there would be.
    const { pitch, roll } = hit;
    if (moved(pitch) === pitch && (!roll || moved(roll.pitch) === roll.pitch)) return hit;
    return { ...hit, pitch: moved(pitch), ...(roll ? { roll: { ...roll, pitch: moved(roll.pitch) } } : {}) };
  });
}

/** A move by octaves less or more where it would leave what MIDI has, 0..127. */
function inRange(note: number, by: number): number {
  return note + by < 0 ? by + 12 : note + by > 127 ? by - 12 : by;
}
