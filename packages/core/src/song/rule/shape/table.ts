import type { z } from 'zod';
import type { FollowedHit } from '../../hit/followed.ts';
import type { Id } from '../../names.ts';
import type { Zod } from '../../zod.ts';
import { compress } from './compress.ts';
import { feel } from './feel.ts';
import { ghosts } from './ghosts.ts';
import { keep } from './keep.ts';
import { levelOff } from './level-off.ts';
import { pickUp } from './pick-up.ts';
import { pulse } from './pulse.ts';
import { quantise } from './quantise.ts';
import { ramp } from './ramp.ts';
import { reverse } from './reverse.ts';
import { revoice } from './revoice.ts';
import { rollInto } from './roll-into.ts';
import { scale } from './scale.ts';
import type { HitCount, ShapeContext, ShapeRule, ShapeWayOf } from './shape-rule.ts';
import { shift } from './shift.ts';
import { silence } from './silence.ts';
import { stretchTime } from './stretch-time.ts';
import { strongAndWeak } from './strong-and-weak.ts';
import { thicken } from './thicken.ts';
import { thin } from './thin.ts';
import { turnAround } from './turn/turn-around.ts';
import { vary } from './vary.ts';

/** The rules that change hits by what shapes call them, in the order in which they are offered. */
const RULES = {
  thin,
  thicken,
  silence,
  keep,
  pulse,
  'pick up': pickUp,
  revoice,
  shift,
  reverse,
  'half time': stretchTime,
  'double time': stretchTime,
  ghosts,
  'strong and weak': strongAndWeak,
  ramp,
  scale,
  compress,
  'level off': levelOff,
  vary,
  quantise,
  feel,
  'roll into': rollInto,
  'turn around': turnAround,
};

type Rules = (typeof RULES)[keyof typeof RULES];
type ShapeOf<R> = R extends { readonly schema: (z: Zod) => z.ZodType<infer S> } ? S : never;

/** A rule that changes hits, set: kept in order in a pattern that follows and run again whenever its parent changes. */
export type Shape = ShapeOf<Rules>;
/** The ways in which shapes are set, by name. */
export type ShapeWay = { [R in keyof typeof RULES]: keyof (typeof RULES)[R]['ways'] }[keyof typeof RULES];

/** The rule of a shape; the table gives each its own kind, which the compiler cannot see through the union. */
function ruleOf({ rule }: Shape): ShapeRule<Shape, ShapeWay> {
  return RULES[rule] as unknown as ShapeRule<Shape, ShapeWay>;
}

export const shapeSchema = (z: Zod): z.ZodType<Shape> => {
  const schemas = [...new Set(Object.values<{ readonly schema: (z: Zod) => unknown }>(RULES))].map(
    ({ schema }) => schema(z) as z.ZodObject,
  );
  const [first, ...others] = schemas;
  if (!first) throw new RangeError('There are no rules.');
  return z.discriminatedUnion('rule', [first, ...others]) as unknown as z.ZodType<Shape>;
};

/** Every way in which a shape can be set, in the order in which they are offered. */
export const SHAPE_WAYS = Object.fromEntries(
  Object.values<{ readonly ways: object }>(RULES).flatMap(({ ways }) => Object.entries(ways)),
) as { readonly [W in ShapeWay]: ShapeWayOf<Shape> };

/** The way that a shape is tuned by. */
export function wayOfShape(shape: Shape): ShapeWay {
  return ruleOf(shape).wayOf(shape);
}

/** The voices that a shape names; one about all of them names none. */
export function voicesOfShape(shape: Shape): readonly Id[] {
  return ruleOf(shape).voices(shape);
}

/** A shape once a voice is gone; null when nothing is left that it is about. */
export function shapeWithout(shape: Shape, voice: Id): Shape | null {
  return ruleOf(shape).without(shape, voice);
}

/** The most hits and strokes that a shape makes of so many. */
export function mostAfterShape(count: HitCount, shape: Shape, context: ShapeContext): HitCount {
  const added = ruleOf(shape).adds?.(count, shape, context);
  return added ? { hits: count.hits + added.hits, strokes: count.strokes + added.strokes } : count;
}

/** Applies one shape to hits; all that it gives lies within the pattern. */
export function applyShape(
  hits: readonly FollowedHit[],
  shape: Shape,
  context: ShapeContext,
): readonly FollowedHit[] {
  return ruleOf(shape).apply(hits, shape, context);
}
