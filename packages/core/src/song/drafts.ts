import { buildRecipeSchema } from './build-recipe.ts';
import { DRAFTS } from './drafts-id.ts';
import { fillRecipeSchema } from './fill-recipe.ts';
import { LIMITS } from './limits.ts';
import { idSchema, nameSchema } from './names.ts';
import { patternSchema } from './pattern-record.ts';
import { gridSchema, slowedSchema, velocitySchema, voicesSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** The most drafts of fills and of build-ups, and for how many patterns or parts they are kept. */
export const MOST_DRAFTS = { fills: 40, builds: 9, kept: 8 };

const ticksSchema = (z: Zod) => z.int().min(0).max(LIMITS.pattern);

const fillDraftsSchema = (z: Zod) =>
  z.strictObject({
    groove: idSchema(z),
    recipe: fillRecipeSchema(z),
    playableOnly: z.boolean(),
    fills: z.array(patternSchema(z)).max(MOST_DRAFTS.fills),
    /** True when the fills come from this recipe, and not from one before it. */
    isMade: z.boolean(),
    /** Why they are fewer than there is room for. */
    short: z.string().max(400).optional(),
    /** The window of the long take that was chosen, in ticks. */
    window: z.strictObject({ from: ticksSchema(z), length: ticksSchema(z).min(1) }).optional(),
  });

const buildDraftsSchema = (z: Zod) =>
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
      .max(MOST_DRAFTS.builds),
  });

const endDraftSchema = (z: Zod) =>
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
 * The drafts of a song, made and not placed yet: recipes, the fills and build-ups made by them, and the settings of ends. They
 * name patterns and rows that may be gone by now, so whoever uses them looks first.
 */
export const draftsSchema = (z: Zod) =>
  z.strictObject({
    id: z.literal(DRAFTS),
    kind: z.literal('bench'),
    /** Drafts of each groove or part, the latest first. */
    fills: z.array(fillDraftsSchema(z)).max(MOST_DRAFTS.kept),
    builds: z.array(buildDraftsSchema(z)).max(MOST_DRAFTS.kept),
    ends: z.array(endDraftSchema(z)).max(MOST_DRAFTS.kept),
  });

/** The drafts of a song, by groove or part, the latest first. */
export type Drafts = Described<typeof draftsSchema>;
/** The drafts of fills of a groove, and the recipe that they are made by. */
export type FillDrafts = Drafts['fills'][number];
export type BuildDrafts = Drafts['builds'][number];
/** A draft of a build-up: its recipe, and the pattern of the song that it was, if it was one. */
export type BuildDraft = BuildDrafts['builds'][number];
/** The settings of a drop-out and an ending of a groove; lengths are in ticks. */
export type EndDraft = Drafts['ends'][number];

/** The drafts of a song for which nothing was made yet. */
export const NO_DRAFTS: Drafts = { id: DRAFTS, kind: 'bench', fills: [], builds: [], ends: [] };

/** The list with one put first in place of those that `isSame` names; of too many, those worked on longest ago go. */
export function laidFirst<T>(list: readonly T[], one: T, isSame: (other: T) => boolean): T[] {
  return [one, ...list.filter((other) => !isSame(other))].slice(0, MOST_DRAFTS.kept);
}
