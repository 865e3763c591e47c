import { type Meter, MOST_BEATS } from '../../time/index.ts';
import type { Zod } from '../zod.ts';
import { plainInheritance } from './inheritance.ts';

/** The schema of a meter, whose groups add up to its beats. */
export const meterSchema = (z: Zod) =>
  z
    .strictObject({
      beats: z.int().min(1).max(MOST_BEATS),
      unit: z.literal([2, 4, 8, 16]),
      groups: z.array(z.int().min(1)).min(1).max(32),
    })
    .refine((meter) => meter.groups.reduce((sum, n) => sum + n, 0) === meter.beats, {
      path: ['groups'],
      message: 'must add up to the beats of a bar',
    });

/** Meter of the bars; at rest that of the song or section. */
export const inheritedMeter = plainInheritance<Meter | undefined>({ schema: meterSchema, rest: undefined });
