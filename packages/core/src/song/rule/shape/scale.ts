import { numberSchema } from '../../schema-parts.ts';
import { parameter } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/** Scales velocities by a percentage. */
export const scale = plainRule({
  rule: 'scale',
  rows: 'any rows',
  numbers: { percent: parameter([10, 200], 80, 'To', '%', (z) => numberSchema(z, 10, 300)) },
  title: 'Scale velocities',
  about: 'louder or softer in proportion',
  does: ({ percent }, rows) => `${rows} at ${percent} % velocity`,
  apply: (hits, shape) =>
    withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => (hit.velocity * shape.percent) / 100,
    ),
});
