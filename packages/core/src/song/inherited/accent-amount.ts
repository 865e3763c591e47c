import { LARGEST_ACCENT } from './accents.ts';
import { plainInheritance } from './inheritance.ts';

/** Usual rise of an accent. */
export const USUAL_ACCENT = 20;

/** Rise of a velocity by an accent, 0..64. */
export const inheritedAccentAmount = plainInheritance<number>({
  schema: (z) => z.int().min(0).max(LARGEST_ACCENT),
  rest: USUAL_ACCENT,
  off: USUAL_ACCENT,
});
