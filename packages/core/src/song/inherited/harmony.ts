import { plainInheritance } from './inheritance.ts';

/**
 * Meanings of a pattern's notes over chords: as they are, as degrees of the scale, as notes of the chord as it is named, or,
 * in older songs, as notes of the chord where one that has no seventh leaves it as it lies.
 */
export const HARMONIES = ['semitones', 'degrees', 'named chord notes', 'chord notes'] as const;
/** A meaning of notes over chords. */
export type Harmony = (typeof HARMONIES)[number];

/** Way in which notes follow chords; at rest they stay as written. */
export const inheritedHarmony = plainInheritance<Harmony>({
  schema: (z) => z.literal([...HARMONIES]),
  rest: 'semitones',
  off: 'semitones',
});
