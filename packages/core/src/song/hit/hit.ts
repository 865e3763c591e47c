import { PPQ } from '../../time/index.ts';
import { LIMITS } from '../limits.ts';
import { idSchema } from '../names.ts';
import { gridSchema, percentSchema, timesSchema, velocitySchema } from '../schema-parts.ts';
import type { Described, Zod } from '../zod.ts';

/** The most that a hit can be early or late, in ms. */
export const FARTHEST_MS = 100;
/** Early or late, in ms. */
export const offsetSchema = (z: Zod) => z.number().min(-FARTHEST_MS).max(FARTHEST_MS);
const pitchSchema = (z: Zod) => z.int().min(-60).max(60);

/**
 * Several strokes in place of one, spread evenly over `span` ticks: `hits` of them, or one at each step of `grid`.
 * The hit's own velocity and pitch are the first stroke's; `velocity` and `pitch` (semitones above the voice's note) the
 * last one's, on a way bent by `curve` (-100 early, 0 straight, 100 late). `pan` puts the strokes left and right in turn.
 */
const rollSchema = (z: Zod) =>
  z
    .strictObject({
      hits: z.int().min(2).max(12).optional(),
      grid: gridSchema(z).optional(),
      span: z.int().min(1).max(LIMITS.pattern),
      velocity: velocitySchema(z),
      curve: z.number().min(-100).max(100),
      pitch: pitchSchema(z),
      pan: percentSchema(z),
    })
    .refine((roll) => (roll.hits === undefined) !== (roll.grid === undefined), {
      message: 'must have a number of hits or a grid, and not both',
    });

/** Grace hits before the hit: 1, 2 or 3 of them, `ms` apart, at a `share` (percent) of its velocity. */
const flamSchema = (z: Zod) =>
  z.strictObject({
    kind: z.literal(['flam', 'drag', 'ruff']),
    ms: z.number().min(5).max(80),
    share: z.number().min(5).max(100),
  });

/** The same stroke `strokes` times, spread evenly over `ms` from its place on, from `pan` percent left to as much right. */
const layeredSchema = (z: Zod) =>
  z.strictObject({
    strokes: z.int().min(2).max(8),
    ms: z.number().min(0).max(200),
    pan: percentSchema(z),
  });

/**
 * A note: `at` and `length` in ticks, velocity 1..127, early/late in ms, `pitch` in semitones above the voice's note,
 * pan from -100 (left) to 100 (right) of its voice's own place; null ornaments are none.
 */
export const hitSchema = (z: Zod) =>
  z.strictObject({
    voice: idSchema(z),
    at: z
      .int()
      .min(0)
      .max(LIMITS.slot - 1),
    velocity: velocitySchema(z),
    length: z.int().min(1).max(LIMITS.pattern),
    offsetMs: offsetSchema(z),
    pitch: pitchSchema(z),
    pan: z.number().min(-100).max(100).optional(),
    roll: rollSchema(z).nullable().optional(),
    flam: flamSchema(z).nullable().optional(),
    /** A roll takes its place. */
    layered: layeredSchema(z).nullable().optional(),
    /** Ticks before the next note of a part of notes in which its pitch slides into it; 0 for no glide. */
    glide: z
      .int()
      .min(0)
      .max(4 * PPQ)
      .optional(),
    /** True for a note of a part of notes that sounds on from its end, past its layer's too, until the next note of its row. */
    hold: z.literal(true).nullable().optional(),
    /** In which rounds of its pattern, counted where a slot plays it, it sounds; null or absent: in all. */
    times: timesSchema(z).nullable().optional(),
    /** True for an accent of its own, by the pattern's amount; null or absent: none but its place's. */
    accent: z.literal(true).nullable().optional(),
  });

/** A note of a pattern. */
export type Hit = Described<typeof hitSchema>;
/** Some fields of a hit, as a change of it. */
export type HitFields = Partial<Hit>;
/** Several strokes in place of one. */
export type Roll = Described<typeof rollSchema>;
/** Grace strokes before a hit. */
export type Flam = Described<typeof flamSchema>;
/** A stroke that is several, one on the other. */
export type Layered = Described<typeof layeredSchema>;
