import { Note } from 'tonal';
import {
  type Chord,
  degreeSteps,
  type Key,
  type Quality,
  qualityOf,
  tonicPitchClass,
} from '../../song/index.ts';
import { cacheWhileSame } from '../../time/index.ts';

/** A chord, or the one that a key has on a degree. */
export type AnyChord = Chord | { readonly degree: number };

/** Pitch class 0..11 of a chord's root in a key. */
export function chordRoot(chord: AnyChord, key: Key): number {
  if ('root' in chord) return Note.get(chord.root).chroma;
  return (tonicPitchClass(key.tonic) + (degreeSteps(key)[chord.degree - 1] ?? 0)) % 12;
}

/** Every chord that a key has of its own: triads on its seven degrees, then their seventh chords. */
export function keyChords(key: Key): readonly DegreeChord[] {
  return chordsCache(key, [], () => chordsOf(key));
}

/** A chord on a degree of the key. */
type DegreeChord = Extract<Chord, { degree: number }>;

/** Asked for at each note under each chord. */
const chordsCache = cacheWhileSame<readonly DegreeChord[], Key>();

function chordsOf(key: Key): readonly DegreeChord[] {
  const steps = degreeSteps(key);
  const stacked = (degree: number, notes: number): Quality | undefined => {
    const root = steps[degree - 1] ?? 0;
    return qualityOf(
      Array.from({ length: notes }, (_, i) => {
        const at = degree - 1 + 2 * i;
        return (steps[at % 7] ?? 0) + 12 * Math.floor(at / 7) - root;
      }),
    );
  };
  return [3, 4].flatMap((notes) =>
    [1, 2, 3, 4, 5, 6, 7].flatMap((degree) => {
      const quality = stacked(degree, notes);
      return quality ? [{ degree, quality }] : [];
    }),
  );
}
