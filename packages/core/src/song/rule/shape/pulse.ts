import { barTicks, pulses } from '../../../time/index.ts';
import { type FollowedHit, silent } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { DRUM_LENGTH, plainHit } from '../../hit/new-hit.ts';
import { idSchema } from '../../names.ts';
import { velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import {
  aboutOne,
  commonFields,
  type ShapeRule,
  singleStrokes,
  stretchFields,
  touches,
  TRIED,
  within,
} from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('pulse'),
    voice: idSchema(z),
    ...stretchFields(z),
    velocity: velocitySchema(z),
  });

type Pulse = Described<typeof schema>;

/** Leaves of a stretch only the voice's hits on the pulse of the meter, and plays the pulses that it leaves out. */
export const pulse: ShapeRule<Pulse, 'pulse'> = {
  schema,
  ...aboutOne,
  ways: {
    pulse: {
      parameters: { velocity: parameter(1, 127, 96) },
      make: ({ voices, onto, at }) => ({
        id: TRIED,
        rule: 'pulse',
        voice: voices[0] ?? onto,
        velocity: at('velocity'),
      }),
    },
  },
  wayOf: () => 'pulse',
  adds: (_, __, { meter, length }) =>
    singleStrokes(Math.ceil(length / barTicks(meter)) * pulses(meter).length),
  apply: (hits, shape, { meter, length }) => {
    const bar = barTicks(meter);
    const inBar = pulses(meter);
    const places = Array.from({ length: Math.ceil(length / bar) }, (_, i) => inBar.map((at) => i * bar + at))
      .flat()
      .filter((at) => at < length && within(shape, at));
    const onPulse = new Set(places);
    const isKept = (hit: FollowedHit) => touches([shape.voice], hit) && onPulse.has(hit.at);
    const played = new Set(hits.filter(isKept).map((hit) => hit.at));
    const added = places
      .filter((at) => !played.has(at))
      .map((at): FollowedHit => ({
        ...plainHit(shape.voice, at, shape.velocity, DRUM_LENGTH),
        id: derivedId(shape.voice, shape, at),
        origin: 'followed',
      }));
    return [...hits.map((hit) => (isKept(hit) || !within(shape, hit.at) ? hit : silent(hit))), ...added];
  },
};
