import { LIMITS } from './limits.ts';
import type { Described, Zod } from './zod.ts';

/** The two curves that an occurrence of a section can have: how much is played, and how hard, both in percent. */
export const INTENSITIES = ['density', 'drive'] as const;
/** Density (how much is played) or drive (how hard). */
export type Intensity = (typeof INTENSITIES)[number];

/** Lowest and highest value of each, in percent; both rest at 100, where they change nothing. */
export const INTENSITY_RANGE: Readonly<Record<Intensity, readonly [least: number, most: number]>> = {
  density: [0, 200],
  drive: [50, 150],
};

/** A point of a curve: a place in ticks from the occurrence's start, a value in percent. */
const pointSchema = (z: Zod) =>
  z.strictObject({ at: z.int().min(0).max(LIMITS.song), percent: z.int().min(0).max(200) });

/** Points in their order, within the range of their kind. */
const curveSchema = (z: Zod, kind: Intensity) => {
  const [least, most] = INTENSITY_RANGE[kind];
  return z
    .array(pointSchema(z))
    .min(1)
    .max(LIMITS.intensityPoints)
    .refine((points) => points.every(({ percent }) => percent >= least && percent <= most), {
      message: `must be from ${least} to ${most} percent`,
    })
    .refine((points) => points.every((point, i) => point.at > (points[i - 1]?.at ?? -1)), {
      message: 'must be in their order, no two at one place',
    });
};

export const intensityFields = (z: Zod) => ({
  density: curveSchema(z, 'density').optional(),
  drive: curveSchema(z, 'drive').optional(),
  /** Played by the role of each stroke; absent for curves drawn in an older format, which play as they did. */
  byRole: z.literal(true).optional(),
});

/** A point of a curve of density or drive. */
export type IntensityPoint = Described<typeof pointSchema>;
