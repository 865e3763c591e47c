import type { Described, Zod } from '../zod.ts';
import { plainInheritance } from './inheritance.ts';

/** Swing from 50 (straight) to 75 percent on pairs of 8ths or 16ths. */
export const swingSchema = (z: Zod) =>
  z.strictObject({ amount: z.number().min(50).max(75), unit: z.literal([8, 16]) });

/** Swing: the share of a pair that its first note has, in percent, and the note of the pair. */
export type Swing = Described<typeof swingSchema>;

/** At rest the song's. */
export const inheritedSwing = plainInheritance<Swing | undefined>({ schema: swingSchema, rest: undefined });
