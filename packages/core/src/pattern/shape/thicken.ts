import { gridTicks } from '../../time/grid.ts';
import { metricalWeight } from '../../time/weight.ts';
import type { FollowedHit } from '../hits.ts';
import { NearPlaces } from './near.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId } from './rule.ts';

/** Adds hits on the strongest free places, earlier ones first, until `fill` percent of a voice's places are played. */
export const thicken: ShapeRule<RuleOf<'thicken'>> = (hits, shape, { meter, length }) => {
  const step = gridTicks(shape.grid);
  const places = Array.from({ length: Math.ceil(length / step) }, (_, i) => i * step);
  const added = shape.voices.flatMap((voice): FollowedHit[] => {
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
      voice,
      at,
      velocity: shape.velocity,
      length: step / 2,
      offsetMs: 0,
      pitch: 0,
      origin: 'followed',
    }));
  });
  return [...hits, ...added];
};
