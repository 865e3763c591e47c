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
    const note = (voice(hit.voice)?.note ?? 0) + hit.pitch;
    const by = chord ? movedOver(note, chord, song.key, harmony) : 0;
    if (!by) return hit;
    return {
      ...hit,
      pitch: hit.pitch + inRange(note, by),
      ...(hit.roll ? { roll: { ...hit.roll, pitch: hit.roll.pitch + inRange(note, by) } } : {}),
    };
  });
}

/** A move by octaves less or more where it would leave what MIDI has, 0..127. */
function inRange(note: number, by: number): number {
  return note + by < 0 ? by + 12 : note + by > 127 ? by - 12 : by;
}
