import type { FollowedHit } from '../../hit/followed.ts';
import { velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches, within } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/**
 * Leads velocities in a straight line over the stretch, or over the whole pattern; over hits that were chosen from the
 * first of them to the last, which take the two values.
 */
export const ramp = plainRule({
  rule: 'ramp',
  rows: 'any rows',
  extra: ['stretch'],
  numbers: { start: velocity(50, 'From'), end: velocity(115, 'To') },
  title: 'Velocity ramp',
  about: 'over the looped beats, or from the start to the end',
  does: ({ start, end }, rows) => `${rows} from velocity ${start} to ${end}`,
  apply: (hits, shape, { length, chosen }) => {
    const isTouched = (hit: FollowedHit) => touches(shape.voices, hit) && within(shape, hit.at);
    const places = chosen ? hits.filter(isTouched).map((hit) => hit.at) : [];
    const [from, to] = places.length
      ? [Math.min(...places), Math.max(...places)]
      : [shape.from ?? 0, shape.to ?? length];
    return withVelocities(
      hits,
      isTouched,
      (hit) => shape.start + ((shape.end - shape.start) * (hit.at - from)) / Math.max(1, to - from),
    );
  },
});
