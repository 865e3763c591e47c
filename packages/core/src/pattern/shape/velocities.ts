import { clampVelocity } from '../../feel/velocity.ts';
import { randomFrom, seedFrom } from '../../random/stream.ts';
import { gridTicks } from '../../time/grid.ts';
import { byPlace, type FollowedHit } from '../hits.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches, within } from './rule.ts';

/** The hits with new velocities for those that a rule touches, held within 1..127. */
function withVelocities(
  hits: readonly FollowedHit[],
  isTouched: (hit: FollowedHit) => boolean,
  velocityOf: (hit: FollowedHit) => number,
): FollowedHit[] {
  return hits.map((hit) => (isTouched(hit) ? { ...hit, velocity: clampVelocity(velocityOf(hit)) } : hit));
}

/** Scales velocities by a percentage. */
export const scale: ShapeRule<RuleOf<'scale'>> = (hits, shape) =>
  withVelocities(
    hits,
    (hit) => touches(shape.voices, hit),
    (hit) => (hit.velocity * shape.percent) / 100,
  );

/** Brings velocities nearer to their mean by a percentage. */
export const compress: ShapeRule<RuleOf<'compress'>> = (hits, shape) => {
  const touched = hits.filter((hit) => touches(shape.voices, hit));
  const mean = touched.reduce((sum, hit) => sum + hit.velocity, 0) / Math.max(1, touched.length);
  return withVelocities(
    hits,
    (hit) => touches(shape.voices, hit),
    (hit) => hit.velocity + ((mean - hit.velocity) * shape.percent) / 100,
  );
};

/** Leads velocities in a straight line over the stretch, or over the whole pattern. */
export const ramp: ShapeRule<RuleOf<'ramp'>> = (hits, shape, { length }) => {
  const [from, to] = [shape.from ?? 0, shape.to ?? length];
  return withVelocities(
    hits,
    (hit) => touches(shape.voices, hit) && within(shape, hit.at),
    (hit) => shape.start + ((shape.end - shape.start) * (hit.at - from)) / Math.max(1, to - from),
  );
};

/** Moves each velocity at random by up to `by`, within bounds; a velocity beyond them is brought to the nearer one. */
export const vary: ShapeRule<RuleOf<'vary'>> = (hits, shape) => {
  const [lowest, highest] = [Math.min(shape.lowest, shape.highest), Math.max(shape.lowest, shape.highest)];
  return withVelocities(
    hits,
    (hit) => touches(shape.voices, hit),
    (hit) => {
      const by = randomFrom(seedFrom('vary', shape.seed, hit.id)).whole(-shape.by, shape.by);
      return Math.min(highest, Math.max(lowest, hit.velocity + by));
    },
  );
};

/** One hand plays strong on every other place of the grid; two hands play strong on every other hit. */
export const strongAndWeak: ShapeRule<RuleOf<'strong and weak'>> = (hits, shape) => {
  const inOrder = hits.filter((hit) => touches(shape.voices, hit)).sort(byPlace);
  const strong = new Set(
    inOrder
      .filter((hit, i) =>
        shape.hands === 2 ? i % 2 === 0 : Math.round(hit.at / gridTicks(shape.grid)) % 2 === 0,
      )
      .map((hit) => hit.id),
  );
  return withVelocities(
    hits,
    (hit) => touches(shape.voices, hit),
    (hit) => (strong.has(hit.id) ? shape.strong : shape.weak),
  );
};
