import { gridTicks, metricalWeight } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { gridSchema, percentSchema, velocitySchema, voicesSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { NearPlaces } from '../near.ts';
import { parameter, VELOCITY } from '../rule.ts';
import { aboutVoices, commonFields, type ShapeRule, singleStrokes, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('thicken'),
    voices: voicesSchema(z).min(1),
    fill: percentSchema(z),
    grid: gridSchema(z),
    velocity: velocitySchema(z),
  });

type Thicken = Described<typeof schema>;

/** Adds hits on the strongest free places, earlier ones first, until `fill` percent of a voice's places are played. */
export const thicken: ShapeRule<Thicken, 'thicken'> = {
  schema,
  ...aboutVoices,
  ways: {
    thicken: {
      parameters: { fill: parameter(0, 100, 75), velocity: VELOCITY },
      make: ({ voices, grid, at }) => ({
        id: TRIED,
        rule: 'thicken',
        voices,
        grid,
        fill: at('fill'),
        velocity: at('velocity'),
      }),
    },
  },
  wayOf: () => 'thicken',
  adds: (_, { voices, grid }, { length }) =>
    singleStrokes(voices.length * Math.ceil(length / gridTicks(grid))),
  apply: (hits, shape, { meter, length }) => {
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
        ...plainHit(voice, at, shape.velocity, usualLength(shape.grid, false)),
        origin: 'followed',
      }));
    });
    return [...hits, ...added];
  },
};
