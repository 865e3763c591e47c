import {
  type Chord,
  degreeSteps,
  type Harmony,
  type Key,
  QUALITIES,
  tonicPitchClass,
} from '../../song/index.ts';
import { modulo } from '../../time/index.ts';
import { chordRoot, keyChords } from './chord.ts';
import { chordNotes } from './chord-notes.ts';

/** The chord on the first degree with nothing but the key's own notes. */
const HOME = { degree: 1 };

/**
 * By how many semitones a MIDI note that was written over the key's first degree is moved over a chord; 0 for notes written
 * in semitones. In degrees it goes as many steps of the scale as the chord's degree is above the first, chromatically for a
 * chord of its own root; in chord notes root goes to root, third to third, fifth to fifth and seventh to seventh, and what
 * lies between keeps its distance to the chord note below. Roots go the shorter way, at most six semitones up or five down.
 */
export function movedOver(note: number, chord: Chord, key: Key, harmony: Harmony): number {
  if (harmony === 'semitones') return 0;
  const tonic = tonicPitchClass(key.tonic);
  const shift = shortWay(chordRoot(chord, key) - tonic);
  const above = modulo(note - tonic, 12);
  if (harmony === 'degrees') return 'root' in chord ? shift : bySteps(above, chord.degree, key, shift);
  const [home, steps]: readonly [readonly number[], readonly number[]] =
    harmony === 'named chord notes'
      ? [chordNotes(HOME, key), chordNotes(chord, key)]
      : [homeChord(key), QUALITIES[chord.quality].steps];
  const nth = home.findLastIndex((step) => step <= above);
  // A chord of older songs without a seventh leaves one as far above its fifth as it was.
  const at = Math.min(nth, steps.length - 1);
  return shift + (steps[at] ?? 0) - (home[at] ?? 0);
}

/** From -5 to 6. */
function shortWay(semitones: number): number {
  return modulo(semitones + 5, 12) - 5;
}

/** The first degree's own seventh chord, by semitones above the tonic, or its triad in a key that has none. */
function homeChord(key: Key): readonly number[] {
  const own = keyChords(key).filter(({ degree }) => degree === 1);
  const quality = own.at(-1)?.quality ?? 'major';
  return QUALITIES[quality].steps;
}

function bySteps(above: number, degree: number, key: Key, shift: number): number {
  const scale = degreeSteps(key);
  const nth = scale.findLastIndex((step) => step <= above);
  const up = nth + degree - 1;
  const target = (scale[up % 7] ?? 0) + 12 * Math.floor(up / 7);
  const moved = target - (scale[nth] ?? 0);
  // The scale's own way up, an octave lower where the root goes down.
  const root = scale[degree - 1] ?? 0;
  return moved + (shift < root ? -12 : 0);
}
