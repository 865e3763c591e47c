import { z } from 'zod';
import { GRIDS } from '../time/grid.ts';
import { LIMITS } from './limits.ts';
import { idSchema } from './names.ts';

const percent = z.number().min(0).max(100);
const velocity = z.int().min(1).max(127);
const grid = z.literal([...GRIDS]);
const seed = z.int().min(0).max(0xffffffff);
/** The voices that a rule is about; null means all. */
const voices = z.array(idSchema).max(LIMITS.voices).nullable();
/** What every shape has: an id that the hits it makes are named after, and whether it is switched off for now. */
const common = { id: idSchema, off: z.boolean().optional() };
/** The stretch that a rule is about, in ticks; absent ends are those of the pattern. */
const stretch = { from: z.int().min(0).optional(), to: z.int().min(1).optional() };

/** Rules that change hits, kept in order in a pattern that follows and run again whenever its parent changes. */
export const shapeSchema = z.discriminatedUnion('rule', [
  /** Silences hits from `from` up to `to` ticks. */
  z.strictObject({
    ...common,
    rule: z.literal('silence'),
    voices,
    from: z.int().min(0),
    to: z.int().min(1),
  }),
  /** Silences every voice but these. */
  z.strictObject({ ...common, rule: z.literal('keep'), voices: z.array(idSchema).min(1).max(LIMITS.voices) }),
  /**
   * Plays one voice's hits of the stretch on another: all of them, those on strong places, every nth, or shared out in
   * turn along `path`, which `onto` leads.
   */
  z.strictObject({
    ...common,
    rule: z.literal('revoice'),
    voice: idSchema,
    onto: idSchema,
    ...stretch,
    which: z.literal(['all', 'strong', 'nth', 'path']).optional(),
    every: z.int().min(2).max(16).optional(),
    path: z.array(idSchema).min(1).max(16).optional(),
  }),
  /** Leaves of the stretch only the voice's hits on the pulse of the meter, and plays the pulses that it leaves out. */
  z.strictObject({ ...common, rule: z.literal('pulse'), voice: idSchema, ...stretch, velocity }),
  /** Adds `hits` of a voice on the last free places of `grid` before the end, rising to `velocity`. */
  z.strictObject({
    ...common,
    rule: z.literal('pick up'),
    voice: idSchema,
    hits: z.int().min(1).max(8),
    grid,
    velocity,
  }),
  /** Silences the hits that stand on the weakest places, until `keep` percent are left. */
  z.strictObject({ ...common, rule: z.literal('thin'), voices, keep: percent }),
  /** Adds hits on the strongest free places of `grid`, until `fill` percent of a voice's places are played. */
  z.strictObject({
    ...common,
    rule: z.literal('thicken'),
    voices: z.array(idSchema).min(1).max(LIMITS.voices),
    fill: percent,
    grid,
    velocity,
  }),
  /** Moves hits by steps of `grid`; what leaves at one end comes back at the other. */
  z.strictObject({ ...common, rule: z.literal('shift'), voices, steps: z.int().min(-64).max(64), grid }),
  /** Plays hits backwards; what stands on the first place stays there. */
  z.strictObject({ ...common, rule: z.literal('reverse'), voices }),
  /** Stretches the first half over the whole, or squeezes the whole into each half. */
  z.strictObject({ ...common, rule: z.literal(['half time', 'double time']), voices }),
  /** Adds soft hits on the places of `grid` before and after the loud hits of a voice, each with a chance. */
  z.strictObject({
    ...common,
    rule: z.literal('ghosts'),
    voice: idSchema,
    grid,
    velocity,
    chance: percent,
    seed,
  }),
  /** One hand: strong on every other place of `grid`; two hands: strong on every other hit. */
  z.strictObject({
    ...common,
    rule: z.literal('strong and weak'),
    voices,
    hands: z.literal([1, 2]),
    grid,
    strong: velocity,
    weak: velocity,
  }),
  /** Leads velocities in a straight line over the stretch. */
  z.strictObject({
    ...common,
    rule: z.literal('ramp'),
    voices,
    ...stretch,
    start: velocity,
    end: velocity,
  }),
  /** Scales velocities by `percent`. */
  z.strictObject({ ...common, rule: z.literal('scale'), voices, percent: z.number().min(10).max(300) }),
  /** Brings velocities nearer to their mean by `percent`. */
  z.strictObject({ ...common, rule: z.literal('compress'), voices, percent }),
  /** Moves each velocity at random by up to `by`, within bounds. */
  z.strictObject({
    ...common,
    rule: z.literal('vary'),
    voices,
    by: z.int().min(0).max(64),
    lowest: velocity,
    highest: velocity,
    seed,
  }),
  /** Moves hits towards their row's grid, and their early/late towards none, by `strength` percent. */
  z.strictObject({
    ...common,
    rule: z.literal('quantise'),
    voices,
    grids: z.record(idSchema, grid),
    strength: percent,
  }),
  /** Plays a roll of `hits` over `span` ticks that ends on each strong hit. */
  z.strictObject({
    ...common,
    rule: z.literal('roll into'),
    voices,
    ...stretch,
    hits: z.int().min(2).max(12),
    span: z.int().min(60).max(3840),
    start: velocity,
  }),
  /** Turns each voice's hits round within the last `beats` beats, by steps of `grid` drawn from the seed. */
  z.strictObject({
    ...common,
    rule: z.literal('turn around'),
    voices,
    beats: z.int().min(1).max(16),
    grid,
    seed,
  }),
]);
