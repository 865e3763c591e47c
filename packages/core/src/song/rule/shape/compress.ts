import { percent } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/** Brings velocities nearer to their mean by a percentage. */
export const compress = plainRule({
  rule: 'compress',
  rows: 'any rows',
  numbers: { percent: percent(50, 'By') },
  title: 'Even out',
  about: 'velocities nearer to their mean',
  does: (shape, rows) => `${rows} evened out by ${shape.percent} %`,
  apply: (hits, shape) => {
    const touched = hits.filter((hit) => touches(shape.voices, hit));
    const mean = touched.reduce((sum, hit) => sum + hit.velocity, 0) / Math.max(1, touched.length);
    return withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => hit.velocity + ((mean - hit.velocity) * shape.percent) / 100,
    );
  },
});
