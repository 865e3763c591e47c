import { randomFrom, seedFrom } from '../../../time/index.ts';
import { wholeSchema } from '../../schema-parts.ts';
import { parameter, velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/** Moves each velocity at random by up to `by`, within bounds; a velocity beyond them is brought to the nearer one. */
export const vary = plainRule({
  rule: 'vary',
  rows: 'any rows',
  extra: ['seed'],
  numbers: {
    by: parameter([1, 64], 12, 'By up to', '', (z) => wholeSchema(z, 0, 64)),
    lowest: velocity(20, 'Not under'),
    highest: velocity(120, 'Not over'),
  },
  title: 'Vary velocities',
  about: 'at random, within bounds',
  does: ({ by }, rows) => `${rows} varied by ${by}`,
  apply: (hits, shape) => {
    const [lowest, highest] = [Math.min(shape.lowest, shape.highest), Math.max(shape.lowest, shape.highest)];
    return withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => {
        const by = randomFrom(seedFrom('vary', shape.seed, hit.id)).whole(-shape.by, shape.by);
        return Math.min(highest, Math.max(lowest, hit.velocity + by));
      },
    );
  },
});
