import { buildRecipeSchema } from './build-recipe.ts';
import { fillRecipeSchema } from './fill-recipe.ts';
import { hitSchema } from './hit/hit.ts';
import { hitIdSchema } from './hit/hit-id.ts';
import { INHERITED, inheritedFields } from './inherited/table.ts';
import { LIMITS } from './limits.ts';
import { idSchema, nameSchema } from './names.ts';
import { shapeSchema } from './rule/shape/table.ts';
import type { Described, Zod } from './zod.ts';

/** The roles that a pattern can have in its family. */
export const PATTERN_ROLES = ['groove', 'variation', 'fill', 'build-up', 'break', 'ending'] as const;

/** Edits of a pattern, or of a layer of a slot, over the hits that it follows. */
export const editFields = (z: Zod) => ({
  own: z.record(hitIdSchema(z), hitSchema(z)),
  silenced: z.array(hitIdSchema(z)).max(LIMITS.silenced),
  changed: z.record(hitIdSchema(z), hitSchema(z).partial()),
});

export const patternSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('pattern'),
    part: idSchema(z),
    name: nameSchema(z),
    role: z.literal([...PATTERN_ROLES]),
    length: z.int().min(1).max(LIMITS.pattern),
    order: z.number(),
    parent: idSchema(z).optional(),
    /**
     * The row of a drum pattern whose hits a pattern of notes plays instead of following one of its part: `plays` is the row
     * here, at `pitch` semitones above its note; each note is held to the next hit, `longest` ticks at the most.
     */
    fromRow: z
      .strictObject({
        pattern: idSchema(z),
        row: idSchema(z),
        plays: idSchema(z),
        pitch: z.int().min(-60).max(60),
        longest: z.int().min(1).max(LIMITS.pattern).nullable(),
      })
      .optional(),
    window: z.strictObject({ from: z.int().min(0) }).optional(),
    shapes: z.array(shapeSchema(z)).max(LIMITS.shapes),
    ...editFields(z),
    /** The followed hits that edits are about, as they were followed last: what is left of one that is gone. */
    seen: z.record(hitIdSchema(z), hitSchema(z)).optional(),
    /** A word of the musician's own, to find the pattern by. */
    label: nameSchema(z, 24).optional(),
    ...inheritedFields(z),
    grids: INHERITED.grids.schema(z),
    /** Recipe of a fill, to make it again or to vary it, and recipe of a build-up. */
    madeBy: fillRecipeSchema(z)
      .partial()
      .required({ seed: true, takeOver: true, travel: true, busy: true })
      .optional(),
    builtBy: buildRecipeSchema(z).optional(),
  });

/** A pattern: its own hits, or what it makes of the one that it follows; lengths are in ticks. */
export type Pattern = Described<typeof patternSchema>;
/** The drum row that a pattern of notes follows. */
export type FromRow = NonNullable<Pattern['fromRow']>;
/** The role of a pattern in its family. */
export type PatternRole = Pattern['role'];
/** Hits of its own, and what is silenced or changed of those that are followed. */
export type Edits = Pick<Pattern, 'own' | 'silenced' | 'changed'>;
