import { clampVelocity } from '../../feel/velocity.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches } from './rule.ts';

/** Scales velocities by a percentage, held within 1..127. */
export const scale: ShapeRule<RuleOf<'scale'>> = (hits, shape) =>
  hits.map((hit) =>
    touches(shape.voices, hit)
      ? { ...hit, velocity: clampVelocity((hit.velocity * shape.percent) / 100) }
      : hit,
  );
