import { seedSchema } from '../schema-parts.ts';
import type { Described, Zod } from '../zod.ts';
import { plainInheritance } from './inheritance.ts';

/**
 * Offsets of timing (ms) and velocity from what is written, drawn anew for every occurrence. As a player they are bounds that
 * hold, and strokes of a limb go together; without it, as in older formats, they are spreads of each stroke by itself.
 */
export const humaniseSchema = (z: Zod) =>
  z.strictObject({
    ms: z.number().min(0).max(40),
    velocity: z.number().min(0).max(40),
    seed: seedSchema(z),
    as: z.literal('player').optional(),
  });

/** Unevenness of strokes: in ms, in velocities, the seed that it is drawn from, and by whom it is played. */
export type Humanise = Described<typeof humaniseSchema>;

export const inheritedHumanise = plainInheritance<Humanise | undefined>({
  schema: humaniseSchema,
  rest: undefined,
  off: { ms: 0, velocity: 0, seed: 0 },
});
