import type { z } from 'zod';
import type { Meter } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { type Id, idSchema } from '../../names.ts';
import { voicesSchema } from '../../schema-parts.ts';
import type { Zod } from '../../zod.ts';
import type { Way } from '../rule.ts';

/** Context of a rule: the pattern that it shapes; the length is in ticks. */
export interface ShapeContext {
  readonly meter: Meter;
  readonly length: number;
  /** True for hits that were chosen one by one, so that a rule about a stretch goes from the first of them to the last. */
  readonly chosen?: boolean;
}

/** Number of hits, and of their strokes. */
export interface HitCount {
  readonly hits: number;
  readonly strokes: number;
}

/** Fields of every shape: an id that the hits it makes are named after, and a switch. */
export interface AnyShape {
  readonly id: Id;
  readonly off?: boolean | undefined;
  readonly rule: string;
}

/** A way to set a shape. */
export interface ShapeWayOf<S> extends Way<S> {
  /** Effect of a kept shape, in words; `rows` names the rows that it is about, `row` one of them. */
  readonly does: (shape: S, rows: string, row: (voice: Id) => string) => string;
}

/** A rule that changes hits: `S` is a shape of it, `W` the ways in which one is set. */
export interface ShapeRule<S extends AnyShape, W extends string> {
  readonly schema: (z: Zod) => z.ZodType<S>;
  /** The voices that a shape names. */
  readonly voices: (shape: S) => readonly Id[];
  /** The shape once a voice is gone; null when nothing is left that it is about. */
  readonly without: (shape: S, voice: Id) => S | null;
  readonly ways: { readonly [N in W]: ShapeWayOf<S> };
  /** Which of its ways a shape is tuned by. */
  readonly wayOf: (shape: S) => W;
  /** A pure function of the hits: it silences, moves, alters or adds them, and makes none outside the pattern. */
  readonly apply: (hits: readonly FollowedHit[], shape: S, context: ShapeContext) => readonly FollowedHit[];
  /** The most that it adds to so many hits, whatever they are; absent where it adds none. */
  readonly adds?: (count: HitCount, shape: S, context: ShapeContext) => HitCount;
}

/** So many hits of one stroke each. */
export function singleStrokes(hits: number): HitCount {
  return { hits, strokes: hits };
}

/** The id of a shape that is only tried; a kept one gets an id of its own. */
export const TRIED = 'tried';

export const commonFields = (z: Zod) => ({ id: idSchema(z), off: z.boolean().optional() });

/** The voices that a rule is about; null means all. */
export const anyVoices = (z: Zod) => voicesSchema(z).nullable();

/** The stretch that a rule is about, in ticks; absent ends are those of the pattern. */
export const stretchFields = (z: Zod) => ({
  from: z.int().min(0).optional(),
  to: z.int().min(1).optional(),
});

/** Voices of a rule that names some, or all with null. */
export const aboutVoices = {
  voices: (shape: { readonly voices: readonly Id[] | null }) => shape.voices ?? [],
  without: <S extends { readonly voices: readonly Id[] | null }>(shape: S, id: Id): S | null => {
    if (!shape.voices?.includes(id)) return shape;
    const voices = shape.voices.filter((one) => one !== id);
    return voices.length ? { ...shape, voices } : null;
  },
};

/** Voices of a rule that names one. */
export const aboutOne = {
  voices: (shape: { readonly voice: Id }) => [shape.voice],
  without: <S extends { readonly voice: Id }>(shape: S, id: Id): S | null =>
    shape.voice === id ? null : shape,
};

/** True for a hit of the voices that a shape names (null: all). */
export function touches(voices: readonly Id[] | null, hit: FollowedHit): boolean {
  return hit.origin !== 'silenced' && (voices === null || voices.includes(hit.voice));
}

/** The stretch that a shape names, in ticks. */
export interface Bounds {
  readonly from?: number | undefined;
  readonly to?: number | undefined;
}

/** True for a hit in the stretch that a shape names; absent ends are those of the pattern. */
export function within({ from, to }: Bounds, at: number): boolean {
  return at >= (from ?? 0) && at < (to ?? Infinity);
}
