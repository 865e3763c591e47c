import { controllerCurveSchema, pitchCurveSchema, velocityCurveSchema } from './curves.ts';
import { LIMITS } from './limits.ts';
import { type Id, idSchema } from './names.ts';
import { percentSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** The ways in which a build-up can gather speed. */
export const SPEEDS = ['by doubling', 'smoothly', 'second voice', 'steady'] as const;
/** Accompaniments of a build-up. */
export const UNDERS = ['groove', 'kick', 'nothing'] as const;
/** Ways in which its pitch leaves: as pitch bend, or as notes of their own. */
export const PITCHES = ['bend', 'notes'] as const;

/** The most points of a speed between its start and its end. */
export const MOST_POINTS = 6;

/** The fewest and most hits a beat. */
export const RATES = { least: 0.25, most: 32 };

const rateSchema = (z: Zod) => z.number().min(RATES.least).max(RATES.most);
const ticksSchema = (z: Zod) => z.int().min(0).max(LIMITS.pattern);

/** Recipe of a build-up; the same recipe always makes the same build-up of the same groove. */
export const buildRecipeSchema = (z: Zod) =>
  z.strictObject({
    voice: idSchema(z),
    /** The voice that fades in between the first one's hits; null for the same one. */
    second: idSchema(z).nullable(),
    /** Length with its silence, in ticks. */
    lasts: ticksSchema(z).min(1),
    speed: z.literal([...SPEEDS]),
    /** Hits a beat at the start and the end. */
    rate: z.strictObject({ from: rateSchema(z), to: rateSchema(z) }),
    /**
     * Places on the way, in ticks and in order, with the hits a beat there: where a smooth speed passes through, and where
     * further steps of one by doubling begin, whose first step then begins at `rate.from`. Absent, a speed goes straight
     * from `from` to `to`.
     */
    points: z
      .array(z.strictObject({ at: ticksSchema(z).min(1), rate: rateSchema(z) }))
      .max(MOST_POINTS)
      .optional(),
    /** Silence before the landing, in ticks. */
    silence: ticksSchema(z),
    /** The last ticks before that silence, cut into pieces that sound for a share (percent) of their length; null for none. */
    chop: z
      .strictObject({
        last: ticksSchema(z).min(1),
        piece: ticksSchema(z).min(60),
        sounds: z.number().min(10).max(90),
      })
      .nullable(),
    velocity: velocityCurveSchema(z),
    pitch: pitchCurveSchema(z).nullable(),
    pitchAs: z.literal([...PITCHES]),
    filter: controllerCurveSchema(z).nullable(),
    level: controllerCurveSchema(z).nullable(),
    under: z.literal([...UNDERS]),
    /** The kick under it falls silent for so many of the last ticks before the silence; absent: it plays on. */
    kickLeaves: ticksSchema(z).min(1).optional(),
    /** A row that is struck with each hit of the first voice, tuned by so many semitones. */
    doubled: z.strictObject({ voice: idSchema(z), pitch: z.int().min(-24).max(24) }).optional(),
    /** A row that rises from the start up to the silence, as one long note. */
    riser: idSchema(z).optional(),
    /** A row that is struck once as the silence begins, or on the last beat where there is none. */
    subDrop: idSchema(z).optional(),
    /** Strength in percent by which hits of a smooth speed stand on the nearest grid of their speed; absent: 0. */
    snap: percentSchema(z).optional(),
  });

/** The rows of the stream of a build-up: that of its first voice, and of the one that fades in. */
export function streamVoices({ voice, second, speed }: BuildRecipe): readonly Id[] {
  return speed === 'second voice' && second && second !== voice ? [voice, second] : [voice];
}

/** All rows that a build-up plays on. */
export function voicesOfBuild(recipe: BuildRecipe): readonly Id[] {
  const { doubled, riser, subDrop } = recipe;
  const more = [doubled?.voice, riser, subDrop].filter((id) => id !== undefined);
  return [...new Set([...streamVoices(recipe), ...more])];
}

/** The recipe of a build-up; lengths are in ticks, velocities 1..127, pitch in semitones. */
export type BuildRecipe = Described<typeof buildRecipeSchema>;
