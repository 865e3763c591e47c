import { LIMITS } from './limits.ts';
import { voicesSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/**
 * Controls that a build-up can move besides its hits: pitch in semitones, filter (controller 74) and level (controller 11).
 */
export const CONTROL_KINDS = ['pitch', 'filter', 'level'] as const;

/** Largest reach of a curve beyond its pattern's ends, in ticks: 16 bars of 4/4. */
const FARTHEST = LIMITS.pattern;

/** The most semitones that pitch moves either way. */
export const MOST_SEMITONES = 24;

/**
 * A way through three values: at its start, at `turn` percent of it, and at its end; each half is bent by `bend`
 * (-100 early, 0 straight, 100 late).
 */
const curveSchema = (z: Zod, least: number, most: number) => {
  const value = z.number().min(least).max(most);
  return z.strictObject({
    start: value,
    middle: value,
    end: value,
    turn: z.number().min(5).max(95),
    bend: z.number().min(-100).max(100),
  });
};

export const velocityCurveSchema = (z: Zod) => curveSchema(z, 1, 127);
export const pitchCurveSchema = (z: Zod) => curveSchema(z, -MOST_SEMITONES, MOST_SEMITONES);
export const controllerCurveSchema = (z: Zod) => curveSchema(z, 0, 127);

const control = (z: Zod) => ({
  /** The voices whose hits it moves. */
  voices: voicesSchema(z).min(1),
  /**
   * The stretch of the pattern that its curve spans, in ticks, which may reach over its ends; the last value is kept up to
   * the pattern's end.
   */
  from: z.int().min(-FARTHEST).max(FARTHEST),
  to: z
    .int()
    .min(-FARTHEST)
    .max(2 * FARTHEST),
});

/** A control that moves while a pattern plays, and is at rest again at its end. */
export const controlSchema = (z: Zod) =>
  z.discriminatedUnion('kind', [
    z.strictObject({ ...control(z), kind: z.literal('pitch'), curve: pitchCurveSchema(z) }),
    z.strictObject({ ...control(z), kind: z.literal(['filter', 'level']), curve: controllerCurveSchema(z) }),
  ]);

/** A way through three values, each half bent on its own. */
export type Curve = Described<typeof controllerCurveSchema>;
/** A control that moves while a pattern plays: pitch in semitones, filter or level 0..127. */
export type Control = Described<typeof controlSchema>;
