import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('scale'),
    voices: anyVoices(z),
    percent: z.number().min(10).max(300),
  });

type Scale = Described<typeof schema>;

/** Scales velocities by a percentage. */
export const scale: ShapeRule<Scale, 'scale'> = {
  schema,
  ...aboutVoices,
  ways: {
    scale: {
      parameters: { percent: parameter(10, 200, 80) },
      make: ({ voices, at }) => ({ id: TRIED, rule: 'scale', voices, percent: at('percent') }),
    },
  },
  wayOf: () => 'scale',
  apply: (hits, shape) =>
    withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => (hit.velocity * shape.percent) / 100,
    ),
};
