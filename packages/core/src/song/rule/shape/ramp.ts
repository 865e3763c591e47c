import { bentShare } from '../../bent-share.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { parameter, velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches, within } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/**
 * Leads velocities from one value to another over the stretch, or over the whole pattern; over hits that were chosen from
 * the first of them to the last, which take the two values. The way is straight, or bent by `bentShare`.
 */
export const ramp = plainRule({
  rule: 'ramp',
  rows: 'any rows',
  extra: ['stretch'],
  numbers: {
    start: velocity(50, 'From'),
    end: velocity(115, 'To'),
    bend: parameter([-100, 100], 0, 'Bend'),
  },
  title: 'Velocity ramp',
  about: 'over the looped beats, or from the start to the end',
  does: ({ start, end, bend }, rows) =>
    `${rows} from velocity ${start} to ${end}${bend ? `, bent ${bend < 0 ? 'early' : 'late'}` : ''}`,
  apply: (hits, shape, { length, chosen }) => {
    const isTouched = (hit: FollowedHit) => touches(shape.voices, hit) && within(shape, hit.at);
    const places = chosen ? hits.filter(isTouched).map((hit) => hit.at) : [];
    const [from, to] = places.length
      ? [Math.min(...places), Math.max(...places)]
      : [shape.from ?? 0, shape.to ?? length];
    const rise = shape.end - shape.start;
    return withVelocities(hits, isTouched, (hit) => {
      const share = (hit.at - from) / Math.max(1, to - from);
      return shape.start + rise * bentShare(Math.min(1, Math.max(0, share)), shape.bend);
    });
  },
});
