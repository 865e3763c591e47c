import type { FollowedHit } from '../../hit/followed.ts';
import { percent } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

/** Draws the velocities of each row to their median by a strength in percent. */
export const levelOff = plainRule({
  rule: 'level off',
  rows: 'any rows',
  numbers: { strength: percent(100, 'Strength') },
  title: 'Level off',
  about: 'each row’s velocities drawn to their median',
  does: ({ strength }, rows) => `${rows} levelled off by ${strength} %`,
  apply: (hits, { voices, strength }) => {
    const touched = hits.filter((hit) => touches(voices, hit));
    const medians = new Map(
      [...new Set(touched.map(({ voice }) => voice))].map((voice) => [
        voice,
        medianVelocity(touched.filter((hit) => hit.voice === voice)),
      ]),
    );
    return withVelocities(
      hits,
      (hit) => touches(voices, hit),
      ({ voice, velocity }) => velocity + (((medians.get(voice) ?? velocity) - velocity) * strength) / 100,
    );
  },
});

/** The middle velocity of some hits; of an even number the mean of the two in the middle. */
function medianVelocity(hits: readonly FollowedHit[]): number {
  const sorted = hits.map(({ velocity }) => velocity).sort((a, b) => a - b);
  const [low = 0, high = 0] = [sorted[(sorted.length - 1) >> 1], sorted[sorted.length >> 1]];
  return (low + high) / 2;
}
