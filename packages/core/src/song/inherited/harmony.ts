import { plainInheritance } from './inheritance.ts';

/** Meanings of a pattern's notes over chords: as they are, as degrees of the scale, or as notes of the chord. */
export const HARMONIES = ['semitones', 'degrees', 'chord notes'] as const;
/** A meaning of notes over chords. */
export type Harmony = (typeof HARMONIES)[number];

/** Way in which notes follow chords; at rest they stay as written. */
export const inheritedHarmony = plainInheritance<Harmony>({
  schema: (z) => z.literal([...HARMONIES]),
  rest: 'semitones',
  off: 'semitones',
});
