import { gridTicks, metricalWeight } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { percentSchema } from '../../schema-parts.ts';
import { NearPlaces } from '../near.ts';
import { parameter, velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { singleStrokes } from './shape-rule.ts';

/** Adds hits on the strongest free places, earlier ones first, until `fill` percent of a voice's places are played. */
export const thicken = plainRule({
  rule: 'thicken',
  rows: 'some rows',
  extra: ['grid'],
  numbers: { fill: parameter([0, 100], 75, 'Play', '% of places', percentSchema), velocity: velocity(90) },
  title: 'Thicken',
  about: 'the strongest free places are played',
  does: ({ fill }, rows) => `${rows} thickened to ${fill} %`,
  adds: (_, { voices, grid }, { length }) =>
    singleStrokes(voices.length * Math.ceil(length / gridTicks(grid))),
  apply: (hits, shape, { meter, length }) => {
    const step = gridTicks(shape.grid);
    const places = Array.from({ length: Math.ceil(length / step) }, (_, i) => i * step);
    const added = [...new Set(shape.voices)].flatMap((voice): FollowedHit[] => {
      const played = hits.filter((hit) => hit.voice === voice && hit.origin !== 'silenced');
      const taken = new NearPlaces(
        step / 2,
        played.map((hit) => hit.at),
      );
      const free = places
        .filter((at) => !taken.has(at))
        .sort((a, b) => metricalWeight(b, meter) - metricalWeight(a, meter) || a - b);
      const wanted = Math.max(
        0,
        Math.round((places.length * shape.fill) / 100) - (places.length - free.length),
      );
      return free.slice(0, wanted).map((at) => ({
        id: derivedId(voice, shape, at),
        ...plainHit(voice, at, shape.velocity, usualLength(shape.grid, false)),
        origin: 'followed',
      }));
    });
    return [...hits, ...added];
  },
});
