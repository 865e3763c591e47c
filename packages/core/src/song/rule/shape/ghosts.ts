import { gridTicks, randomFrom, seedFrom } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { idSchema } from '../../names.ts';
import { gridSchema, percentSchema, seedSchema, velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { NearPlaces } from '../near.ts';
import { parameter } from '../rule.ts';
import { aboutOne, commonFields, type ShapeRule, singleStrokes, TRIED } from './shape-rule.ts';

/** From this velocity up a hit is a backbeat that ghost notes stand around. */
const LOUD = 72;

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('ghosts'),
    voice: idSchema(z),
    grid: gridSchema(z),
    velocity: velocitySchema(z),
    chance: percentSchema(z),
    seed: seedSchema(z),
  });

type Ghosts = Described<typeof schema>;

/** Adds soft hits a grid step before and after the loud hits of a voice, where the place is free and chance wills. */
export const ghosts: ShapeRule<Ghosts, 'ghosts'> = {
  schema,
  ...aboutOne,
  ways: {
    ghosts: {
      parameters: { velocity: parameter(1, 60, 28), chance: parameter(5, 100, 60) },
      random: true,
      make: ({ voices, grid, at, seed, onto }) => ({
        id: TRIED,
        rule: 'ghosts',
        voice: voices[0] ?? onto,
        grid,
        velocity: at('velocity'),
        chance: at('chance'),
        seed,
      }),
    },
  },
  wayOf: () => 'ghosts',
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
};
