import { LIMITS } from '../limits.ts';
import type { Described, Zod } from '../zod.ts';
import { type FollowedStretch, plainInheritance } from './inheritance.ts';

/** The most by which an accent can raise a velocity. */
export const LARGEST_ACCENT = 64;

/** The schema of the accents of a pattern. */
export const accentsSchema = (z: Zod) =>
  z
    .array(z.strictObject({ at: z.int().min(0), amount: z.int().min(0).max(LARGEST_ACCENT).optional() }))
    .max(LIMITS.accents);

/** A place of a pattern whose hits are raised, in ticks, and by how much: 0..64, or as the pattern says. */
export type Accent = Described<typeof accentsSchema>[number];

/** Places in ticks whose hits are raised. */
export const inheritedAccents = plainInheritance<readonly Accent[]>({
  schema: accentsSchema,
  rest: Object.freeze([]),
  off: [],
  followed: followedAccents,
});

function followedAccents(
  accents: readonly Accent[],
  { from, length, period }: FollowedStretch,
): readonly Accent[] {
  const out: Accent[] = [];
  const inside = accents.filter((accent) => accent.at < period);
  for (let offset = 0; inside.length && offset < from + length; offset += period)
    for (const accent of inside) {
      const at = accent.at + offset - from;
      if (at >= 0 && at < length) out.push({ ...accent, at });
      if (out.length > LIMITS.accents) return out;
    }
  return out;
}
