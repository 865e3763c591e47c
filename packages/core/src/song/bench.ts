import { BENCH } from './bench-id.ts';
import { buildRecipeSchema } from './build-recipe.ts';
import { fillRecipeSchema } from './fill-recipe.ts';
import { LIMITS } from './limits.ts';
import { idSchema, nameSchema } from './names.ts';
import { patternSchema } from './pattern-record.ts';
import { gridSchema, slowedSchema, velocitySchema, voicesSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** The most fills, and the most build-ups, that lie on it, and for how many patterns or parts it keeps them. */
export const MOST_ON_BENCH = { fills: 40, builds: 9, kept: 8 };

const ticksSchema = (z: Zod) => z.int().min(0).max(LIMITS.pattern);

const fillBenchSchema = (z: Zod) =>
  z.strictObject({
    groove: idSchema(z),
    recipe: fillRecipeSchema(z),
    playableOnly: z.boolean(),
    fills: z.array(patternSchema(z)).max(MOST_ON_BENCH.fills),
    /** True when the fills come from this recipe, and not from one before it. */
    isMade: z.boolean(),
    /** Why they are fewer than there is room for. */
    short: z.string().max(400).optional(),
    /** The window of the long take that was chosen, in ticks. */
    window: z.strictObject({ from: ticksSchema(z), length: ticksSchema(z).min(1) }).optional(),
  });

const buildBenchSchema = (z: Zod) =>
  z.strictObject({
    part: idSchema(z),
    builds: z
      .array(
        z.strictObject({
          id: idSchema(z),
          name: nameSchema(z),
          recipe: buildRecipeSchema(z),
          /** The pattern of the song that it was, if it was one. */
          of: idSchema(z).optional(),
        }),
      )
      .min(1)
      .max(MOST_ON_BENCH.builds),
  });

const endBenchSchema = (z: Zod) =>
  z.strictObject({
    groove: idSchema(z),
    /** Length of a drop-out and of an ending, in ticks. */
    last: ticksSchema(z),
    endingLast: ticksSchema(z),
    /** Rows that fall silent in a drop-out, and the row of the pulse when only that is left. */
    silent: voicesSchema(z),
    pulse: idSchema(z).nullable(),
    pickUp: z
      .strictObject({
        voice: idSchema(z),
        hits: z.int().min(1).max(8),
        grid: gridSchema(z),
        velocity: velocitySchema(z),
      })
      .nullable(),
    /** Distance of an ending's stop from its end, in ticks, and the rows of its last hit; null for no stop. */
    stop: ticksSchema(z).nullable(),
    stopRows: voicesSchema(z),
    stopVelocity: velocitySchema(z),
    /** True when the other parts stop with it. */
    othersStop: z.boolean(),
    slows: z.strictObject({ over: ticksSchema(z).min(1), to: slowedSchema(z) }).optional(),
  });

/**
 * What lies on the bench of a song: recipes, the fills and build-ups made by them, and what ends are made by. It names
 * patterns and rows that may be gone by now; whoever lays hands on it looks first.
 */
export const benchSchema = (z: Zod) =>
  z.strictObject({
    id: z.literal(BENCH),
    kind: z.literal('bench'),
    /** Drafts of each groove or part, the latest first. */
    fills: z.array(fillBenchSchema(z)).max(MOST_ON_BENCH.kept),
    builds: z.array(buildBenchSchema(z)).max(MOST_ON_BENCH.kept),
    ends: z.array(endBenchSchema(z)).max(MOST_ON_BENCH.kept),
  });

export type Bench = Described<typeof benchSchema>;
export type FillBench = Bench['fills'][number];
export type BuildBench = Bench['builds'][number];
export type BuildOnBench = BuildBench['builds'][number];
export type EndBench = Bench['ends'][number];

/** A bench on which nothing lies yet. */
export const CLEAR_BENCH: Bench = { id: BENCH, kind: 'bench', fills: [], builds: [], ends: [] };

/** The list with one put first in place of those that `isSame` names; of too many, those worked on longest ago go. */
export function laidFirst<T>(list: readonly T[], one: T, isSame: (other: T) => boolean): T[] {
  return [one, ...list.filter((other) => !isSame(other))].slice(0, MOST_ON_BENCH.kept);
}
