import { gridTicks, randomFrom, seedFrom } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { NearPlaces } from '../near.ts';
import { percent, velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { singleStrokes } from './shape-rule.ts';

/** From this velocity up a hit is a backbeat that ghost notes stand around. */
const LOUD = 72;

/** Adds soft hits a grid step before and after the loud hits of a voice, where the place is free and chance wills. */
export const ghosts = plainRule({
  rule: 'ghosts',
  rows: 'one row',
  extra: ['grid', 'seed'],
  numbers: { velocity: velocity(28, 'Velocity', 60), chance: percent(60, 'Chance', 5) },
  title: 'Ghost notes',
  about: 'soft hits beside the loud ones of the row',
  does: ({ voice }, _, row) => `ghost notes, ${row(voice).toLowerCase()}`,
  adds: ({ hits }) => singleStrokes(2 * hits),
  apply: (hits, shape, { length }) => {
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
        const soft = plainHit(voice, at, shape.velocity, usualLength(shape.grid, false));
        added.push({ ...soft, id, pitch, origin: 'followed' });
      }
    return [...hits, ...added];
  },
});
