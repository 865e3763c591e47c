import { HARMONIES, type Harmony } from '../../harmony/over-chord.ts';
import { plainInheritance } from './inheritance.ts';

/** Way in which notes follow chords; at rest they stay as written. */
export const inheritedHarmony = plainInheritance<Harmony>({
  schema: (z) => z.literal([...HARMONIES]),
  rest: 'semitones',
  off: 'semitones',
});
