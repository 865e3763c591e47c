import { z } from 'zod';
import type { Deep } from '../deep.ts';
import { plainInheritance } from './inheritance.ts';

/** Swing from 50 (straight) to 75 percent on pairs of 8ths or 16ths. */
export const swingSchema = z.strictObject({ amount: z.number().min(50).max(75), unit: z.literal([8, 16]) });

export type Swing = Deep<z.infer<typeof swingSchema>>;

/** At rest the song's. */
export const inheritedSwing = plainInheritance<Swing | undefined>({ schema: swingSchema, rest: undefined });
