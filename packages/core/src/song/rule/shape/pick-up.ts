import { gridTicks } from '../../../time/index.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { plainHit, usualLength } from '../../hit/new-hit.ts';
import { clampVelocity } from '../../hit/velocity.ts';
import { idSchema } from '../../names.ts';
import { gridSchema, velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { NearPlaces } from '../near.ts';
import { parameter, VELOCITY } from '../rule.ts';
import { aboutOne, commonFields, type ShapeRule, singleStrokes, touches, TRIED } from './shape-rule.ts';

/** Loudness of each hit of a pick-up beside the one after it, as a share. */
const STEP_DOWN = 0.85;

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('pick up'),
    voice: idSchema(z),
    hits: z.int().min(1).max(8),
    grid: gridSchema(z),
    velocity: velocitySchema(z),
  });

type PickUp = Described<typeof schema>;

/** Adds hits of a voice on the last free places of a grid before the end, rising to the shape's velocity. */
export const pickUp: ShapeRule<PickUp, 'pick up'> = {
  schema,
  ...aboutOne,
  ways: {
    'pick up': {
      parameters: { hits: parameter(1, 8, 2), velocity: VELOCITY },
      make: ({ voices, onto, grid, at }) => ({
        id: TRIED,
        rule: 'pick up',
        voice: voices[0] ?? onto,
        grid,
        hits: at('hits'),
        velocity: at('velocity'),
      }),
    },
  },
  wayOf: () => 'pick up',
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
};
