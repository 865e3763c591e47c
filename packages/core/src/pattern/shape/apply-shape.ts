import type { Shape } from '../../song/records.ts';
import type { FollowedHit } from '../hits.ts';
import { ghosts } from './ghosts.ts';
import { keep } from './keep.ts';
import { reverse, shift, stretchTime } from './move.ts';
import { pickUp } from './pick-up.ts';
import { pulse } from './pulse.ts';
import { quantise } from './quantise.ts';
import { revoice } from './revoice.ts';
import { rollInto } from './roll-into.ts';
import type { RuleOf, ShapeContext, ShapeRule } from './rule.ts';
import { silence } from './silence.ts';
import { thicken } from './thicken.ts';
import { thin } from './thin.ts';
import { turnAround } from './turn-around.ts';
import { compress, ramp, scale, strongAndWeak, vary } from './velocities.ts';

const RULES: { readonly [R in Shape['rule']]: ShapeRule<RuleOf<R>> } = {
  silence,
  keep,
  revoice,
  pulse,
  'pick up': pickUp,
  thin,
  thicken,
  shift,
  reverse,
  'half time': stretchTime,
  'double time': stretchTime,
  ghosts,
  'strong and weak': strongAndWeak,
  ramp,
  scale,
  compress,
  vary,
  quantise,
  'roll into': rollInto,
  'turn around': turnAround,
};

/** Applies one shape to hits; all that it gives lies within the pattern. */
export function applyShape(
  hits: readonly FollowedHit[],
  shape: Shape,
  context: ShapeContext,
): readonly FollowedHit[] {
  // The table gives each rule its own kind of shape, which the compiler cannot see through the union.
  const rule = RULES[shape.rule] as ShapeRule<Shape>;
  return rule(hits, shape, context);
}
