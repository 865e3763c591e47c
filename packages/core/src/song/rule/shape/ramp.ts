import type { FollowedHit } from '../../hit/followed.ts';
import { velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import {
  aboutVoices,
  anyVoices,
  commonFields,
  type ShapeRule,
  stretchFields,
  touches,
  TRIED,
  within,
} from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('ramp'),
    voices: anyVoices(z),
    ...stretchFields(z),
    start: velocitySchema(z),
    end: velocitySchema(z),
  });

type Ramp = Described<typeof schema>;

/**
 * Leads velocities in a straight line over the stretch, or over the whole pattern; over hits that were chosen from the
 * first of them to the last, which take the two values.
 */
export const ramp: ShapeRule<Ramp, 'ramp'> = {
  schema,
  ...aboutVoices,
  ways: {
    ramp: {
      parameters: { start: parameter(1, 127, 50), end: parameter(1, 127, 115) },
      make: ({ voices, at, stretch }) => ({
        id: TRIED,
        rule: 'ramp',
        voices,
        ...stretch,
        start: at('start'),
        end: at('end'),
      }),
    },
  },
  wayOf: () => 'ramp',
  apply: (hits, shape, { length, chosen }) => {
    const isTouched = (hit: FollowedHit) => touches(shape.voices, hit) && within(shape, hit.at);
    const places = chosen ? hits.filter(isTouched).map((hit) => hit.at) : [];
    const [from, to] = places.length
      ? [Math.min(...places), Math.max(...places)]
      : [shape.from ?? 0, shape.to ?? length];
    return withVelocities(
      hits,
      isTouched,
      (hit) => shape.start + ((shape.end - shape.start) * (hit.at - from)) / Math.max(1, to - from),
    );
  },
};
