import { z } from 'zod';
import type { Deep } from '../deep.ts';
import { plainInheritance } from './inheritance.ts';

/** Spreads of timing (ms) and velocity about what is written, drawn anew for every occurrence. */
export const humaniseSchema = z.strictObject({
  ms: z.number().min(0).max(40),
  velocity: z.number().min(0).max(40),
  seed: z.int().min(0).max(0xffffffff),
});

export type Humanise = Deep<z.infer<typeof humaniseSchema>>;

export const inheritedHumanise = plainInheritance<Humanise | undefined>({
  schema: humaniseSchema,
  rest: undefined,
  off: { ms: 0, velocity: 0, seed: 0 },
});
