import { cellPlanSchema, FIGURES, KINDS } from './cell-plan.ts';
import { LIMITS } from './limits.ts';
import { idSchema } from './names.ts';
import { overTheBarSchema } from './over-the-bar.ts';
import { gridSchema, percentSchema, seedSchema, velocitySchema, voicesSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** The ways in which a fill can move round the kit. */
export const TRAVELS = ['down', 'up', 'snare first', 'answers', 'anywhere', 'path'] as const;
/** The feet during a fill: the kick goes on, the pedal hat plays on or between the beats, both, or none. */
export const FEET = ['keep', 'on', 'between', 'both', 'none'] as const;
/** Order of strokes: hands alone, hands and kick in turn and never together, or with rolls among them. */
export const MANNERS = ['hands', 'linear', 'rolls'] as const;

/** Way to make a fill: rhythm, accents, sticking and drums in turn, as drummers do; of cells; or drawn stroke by stroke. */
export const MADE = ['rhythm first', 'by cells', 'at random'] as const;

/** Levels of a player; absent in a recipe: good. */
export const PLAYERS = ['beginner', 'good', 'expert'] as const;
/** The level of a player. */
export type Player = (typeof PLAYERS)[number];

/** Recipe of a fill; the same recipe always makes the same fill of the same groove. */
export const fillRecipeSchema = (z: Zod) =>
  z.strictObject({
    /** Length of the groove's end that it replaces, in ticks. */
    takeOver: z.int().min(1).max(LIMITS.pattern),
    made: z.literal([...MADE]),
    /** The groupings and figures that cells may have, by their names; none means any. */
    groupings: z.array(z.string().max(60)).max(60),
    figures: z.array(z.literal([...FIGURES])).max(FIGURES.length),
    /** The kinds that a fill made rhythm first may be; none means any. */
    kinds: z
      .array(z.literal([...KINDS]))
      .max(KINDS.length)
      .optional(),
    /** Whose hands and feet it must be playable by. */
    player: z.literal([...PLAYERS]).optional(),
    /** True where it is loudest two thirds of the way, and as at its start again at its end. */
    hill: z.boolean().optional(),
    /** The drums that take part; none means all that hands go round. */
    drums: voicesSchema(z),
    /** The cells as they are, once they are made or changed by hand. */
    cells: cellPlanSchema(z).optional(),
    /** End of a fill that goes on over the bar line; worked out with the cells. */
    over: overTheBarSchema(z).optional(),
    /** Note values; of several, each beat takes one at random. */
    values: z.array(gridSchema(z)).min(1),
    travel: z.literal([...TRAVELS]),
    /** The voices that `path` travels along. */
    path: z.array(idSchema(z)).max(16),
    /** Share of the places that are played, in percent. */
    busy: percentSchema(z),
    /** Velocities at the start and the end. */
    velocity: z.strictObject({ from: velocitySchema(z), to: velocitySchema(z) }),
    /** A voice that plays every beat besides; null for none. */
    anchor: idSchema(z).nullable(),
    feet: z.literal([...FEET]),
    manner: z.literal([...MANNERS]),
    /** End of the fill: 16ths left empty before the downbeat, a flam on the last stroke, a kick with it. */
    gap: z.int().min(0).max(16),
    flam: z.boolean(),
    kick: z.boolean(),
    /** Spread of timing about what is written, in ms. */
    loose: z.number().min(0).max(40),
    seed: seedSchema(z),
  });

/** The recipe of a fill; lengths are in ticks, velocities 1..127. */
export type FillRecipe = Described<typeof fillRecipeSchema>;
