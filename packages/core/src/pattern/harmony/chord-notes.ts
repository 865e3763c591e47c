import { Note } from 'tonal';
import { degreeSteps, type Key, QUALITIES, type Quality, tonicPitchClass } from '../../song/index.ts';
import { cacheWhileSame, modulo } from '../../time/index.ts';
import { type AnyChord, chordRoot } from './chord.ts';

/**
 * The root, third, fifth and seventh of a chord, in semitones above its root: as its name says, with a second, fourth or
 * sixth in place of the third or seventh. A note that the name leaves open is the key's own on that letter.
 * @example chordNotes({ root: 'A', quality: 'fifth' }, { tonic: 'C', scale: 'major' }) // => [0, 3, 7, 10]
 */
export function chordNotes(chord: AnyChord, key: Key): readonly number[] {
  return notesCache(chord, [key.tonic, key.scale], () => {
    const named = 'quality' in chord ? namedNotes(chord.quality) : [];
    return REACH.map((reach, nth) => named[nth] ?? keyNote(chord, nth, reach, key));
  });
}

/** Asked for at each note under each chord. */
const notesCache = cacheWhileSame<readonly number[], AnyChord>();

/** Least and most semitones of a root, third, fifth and seventh. */
const REACH = [
  [0, 0],
  [3, 4],
  [6, 8],
  [9, 11],
] as const;

/** The notes of a quality from its root on; undefined for one that it leaves open. */
function namedNotes(quality: Quality): readonly (number | undefined)[] {
  return quality === 'fifth' ? [0, undefined, 7] : QUALITIES[quality].steps;
}

/** The key's own note so many thirds above a chord's root, within what is called so, in semitones above the root. */
function keyNote(chord: AnyChord, thirds: number, [least, most]: (typeof REACH)[number], key: Key): number {
  const steps = degreeSteps(key);
  const nth = 'root' in chord ? modulo(letter(chord.root) - letter(key.tonic), 7) : chord.degree - 1;
  const note = tonicPitchClass(key.tonic) + (steps[(nth + 2 * thirds) % 7] ?? 0);
  return Math.min(most, Math.max(least, modulo(note - chordRoot(chord, key), 12)));
}

/** 0 for C to 6 for B. */
const letter = (note: string): number => Note.get(note).step;
