import { clampVelocity } from '../../feel/velocity.ts';
import { gridTicks } from '../../time/grid.ts';
import type { FollowedHit } from '../hits.ts';
import { NearPlaces } from './near.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId, touches } from './rule.ts';

/** How much softer each hit of a pick-up is than the one after it, as a share. */
const STEP_DOWN = 0.85;

/** Adds hits of a voice on the last free places of a grid before the end, rising to the shape's velocity. */
export const pickUp: ShapeRule<RuleOf<'pick up'>> = (hits, shape, { length }) => {
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
      voice: shape.voice,
      at,
      velocity: clampVelocity(shape.velocity * STEP_DOWN ** added.length),
      length: Math.min(Math.floor(step / 2), length - at),
      offsetMs: 0,
      pitch: 0,
      origin: 'followed',
    });
  }
  return [...hits, ...added];
};
