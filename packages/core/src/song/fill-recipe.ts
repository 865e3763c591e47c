import { z } from 'zod';
import { GRIDS } from '../time/grid.ts';
import { idSchema } from './names.ts';

/** The ways in which a fill can move round the kit. */
export const TRAVELS = ['down', 'up', 'snare first', 'answers', 'anywhere', 'path'] as const;
/** What the feet do meanwhile: the kick goes on, the pedal hat is on or between the beats, both kick and pedal, or none. */
export const FEET = ['keep', 'on', 'between', 'both', 'none'] as const;
/** How strokes follow one another: hands alone, hands and kick in turn and never together, or with rolls among them. */
export const MANNERS = ['hands', 'linear', 'rolls'] as const;

const velocity = z.int().min(1).max(127);

/** How a fill is made; the same recipe always makes the same fill of the same groove. */
export const fillRecipeSchema = z.strictObject({
  /** How much of the groove's end it replaces, in ticks. */
  takeOver: z
    .int()
    .min(1)
    .max(16 * 3840),
  /** Note values; of several, each beat takes one at random. */
  values: z.array(z.literal([...GRIDS])).min(1),
  travel: z.literal([...TRAVELS]),
  /** The voices that `path` travels along. */
  path: z.array(idSchema).max(16),
  /** Share of the places that are played, in percent. */
  busy: z.number().min(0).max(100),
  /** Velocities at the start and the end. */
  swell: z.strictObject({ from: velocity, to: velocity }),
  /** A voice that plays every beat besides; null for none. */
  anchor: idSchema.nullable(),
  feet: z.literal([...FEET]),
  manner: z.literal([...MANNERS]),
  /** How it ends: 16ths left empty before the downbeat, a flam on the last stroke, a kick with it. */
  gap: z.int().min(0).max(16),
  flam: z.boolean(),
  kick: z.boolean(),
  /** Spread of timing about what is written, in ms. */
  loose: z.number().min(0).max(40),
  seed: z.int().min(0).max(0xffffffff),
});
