import type { FollowedHit } from '../../hit/followed.ts';
import { clampVelocity } from '../../hit/velocity.ts';

/** The hits with new velocities for those that a rule touches, held within 1..127. */
export function withVelocities(
  hits: readonly FollowedHit[],
  isTouched: (hit: FollowedHit) => boolean,
  velocityOf: (hit: FollowedHit) => number,
): FollowedHit[] {
  return hits.map((hit) => (isTouched(hit) ? { ...hit, velocity: clampVelocity(velocityOf(hit)) } : hit));
}
