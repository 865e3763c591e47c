import { counted, gridTicks } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { clampVelocity } from '../../hit/velocity.ts';
import { NearPlaces } from '../near.ts';
import { parameter, velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { singleStrokes, touches } from './shape-rule.ts';

/** Loudness of each hit of a pick-up beside the one after it, as a share. */
const STEP_DOWN = 0.85;

/** Adds hits of a voice on the last free places of a grid before the end, rising to the shape's velocity. */
export const pickUp = plainRule({
  rule: 'pick up',
  rows: 'one row',
  extra: ['grid'],
  numbers: { hits: parameter([1, 8], 2, 'Hits'), velocity: velocity(90) },
  title: 'Pick-up',
  about: 'hits of the row before the turn',
  does: ({ voice, hits }, _, row) => `${row(voice)}: ${counted(hits, 'hit')} before the turn`,
  adds: (_, shape) => singleStrokes(shape.hits),
  apply: (hits, shape, { length }) => {
    const step = gridTicks(shape.grid);
    const played = new NearPlaces(
      step / 2,
      hits.filter((hit) => touches([shape.voice], hit)).map((hit) => hit.at),
    );
    const added: FollowedHit[] = [];
    for (let at = (Math.ceil(length / step) - 1) * step; at > 0 && added.length < shape.hits; at -= step) {
      if (played.has(at)) continue;
      added.push({
        // Counted from the end, so that a pattern of another length keeps the edits of these hits.
        id: derivedId(shape.voice, shape, added.length + 1),
        ...plainHit(
          shape.voice,
          at,
          clampVelocity(shape.velocity * STEP_DOWN ** added.length),
          Math.min(usualLength(shape.grid, false), length - at),
        ),
        origin: 'followed',
      });
    }
    return [...hits, ...added];
  },
});
