import { seedSchema } from '../schema-parts.ts';
import type { Described, Zod } from '../zod.ts';
import { plainInheritance } from './inheritance.ts';

/** Spreads of timing (ms) and velocity about what is written, drawn anew for every occurrence. */
export const humaniseSchema = (z: Zod) =>
  z.strictObject({
    ms: z.number().min(0).max(40),
    velocity: z.number().min(0).max(40),
    seed: seedSchema(z),
  });

/** Scatter of strokes: in ms, in velocities, and the seed that it is drawn from. */
export type Humanise = Described<typeof humaniseSchema>;

export const inheritedHumanise = plainInheritance<Humanise | undefined>({
  schema: humaniseSchema,
  rest: undefined,
  off: { ms: 0, velocity: 0, seed: 0 },
});
