import { z } from 'zod';
import { controllerCurveSchema, pitchCurveSchema, velocityCurveSchema } from './curves.ts';
import { idSchema } from './names.ts';

/** The ways in which a build-up can gather speed. */
export const SPEEDS = ['by doubling', 'smoothly', 'second voice', 'steady'] as const;
/** What goes on under a build-up. */
export const UNDERS = ['groove', 'kick', 'nothing'] as const;
/** How its pitch leaves: as pitch bend, or as notes of their own. */
export const PITCHES = ['bend', 'notes'] as const;

/** The fewest and most hits a beat. */
export const RATES = { least: 0.25, most: 32 };

const rate = z.number().min(RATES.least).max(RATES.most);
const ticks = z
  .int()
  .min(0)
  .max(16 * 3840);

/** How a build-up is made; the same recipe always makes the same build-up of the same groove. */
export const buildRecipeSchema = z.strictObject({
  voice: idSchema,
  /** The voice that fades in between the first one's hits; null for the same one. */
  second: idSchema.nullable(),
  /** How long it lasts with its silence, in ticks. */
  lasts: ticks.min(1),
  speed: z.literal([...SPEEDS]),
  /** Hits a beat at the start and the end. */
  rate: z.strictObject({ from: rate, to: rate }),
  /** Silence before the landing, in ticks. */
  silence: ticks,
  /** The last ticks before that silence, cut into pieces that sound for a share (percent) of their length; null for none. */
  chop: z
    .strictObject({ last: ticks.min(1), piece: ticks.min(60), sounds: z.number().min(10).max(90) })
    .nullable(),
  velocity: velocityCurveSchema,
  pitch: pitchCurveSchema.nullable(),
  pitchAs: z.literal([...PITCHES]),
  filter: controllerCurveSchema.nullable(),
  level: controllerCurveSchema.nullable(),
  under: z.literal([...UNDERS]),
});
