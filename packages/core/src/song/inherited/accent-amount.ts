import { LARGEST_ACCENT } from './accents.ts';
import { plainInheritance } from './inheritance.ts';

/** What an accent adds unless a pattern says otherwise. */
export const USUAL_ACCENT = 20;

/** How much accents raise a velocity, 0..64. */
export const inheritedAccentAmount = plainInheritance<number>({
  schema: (z) => z.int().min(0).max(LARGEST_ACCENT),
  rest: USUAL_ACCENT,
  off: USUAL_ACCENT,
});
