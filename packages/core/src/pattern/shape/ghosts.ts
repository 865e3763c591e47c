import { randomFrom, seedFrom } from '../../random/stream.ts';
import { gridTicks } from '../../time/grid.ts';
import type { FollowedHit } from '../hits.ts';
import { NearPlaces } from './near.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId } from './rule.ts';

/** From this velocity up a hit is a backbeat that ghost notes stand around. */
const LOUD = 72;

/** Adds soft hits a grid step before and after the loud hits of a voice, where the place is free and chance wills. */
export const ghosts: ShapeRule<RuleOf<'ghosts'>> = (hits, shape, { length }) => {
  const step = gridTicks(shape.grid);
  const own = hits.filter((hit) => hit.voice === shape.voice && hit.origin !== 'silenced');
  const taken = new NearPlaces(
    step / 2,
    own.map((hit) => hit.at),
  );
  const added: FollowedHit[] = [];
  for (const hit of own.filter((one) => one.velocity >= LOUD))
    for (const side of [-1, 1]) {
      const at = hit.at + side * step;
      const chance = randomFrom(seedFrom('ghosts', shape.seed, hit.id, side)).chance(shape.chance / 100);
      if (!chance || at < 0 || at >= length) continue;
      if (taken.has(at)) continue;
      taken.add(at);
      const { voice, pitch } = hit;
      const id = derivedId(hit.id, shape, side < 0 ? 'before' : 'after');
      const soft = { id, voice, at, velocity: shape.velocity, length: Math.floor(step / 2), offsetMs: 0 };
      added.push({ ...soft, pitch, origin: 'followed' });
    }
  return [...hits, ...added];
};
