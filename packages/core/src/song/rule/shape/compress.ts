import { percentSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('compress'),
    voices: anyVoices(z),
    percent: percentSchema(z),
  });

type Compress = Described<typeof schema>;

/** Brings velocities nearer to their mean by a percentage. */
export const compress: ShapeRule<Compress, 'compress'> = {
  schema,
  ...aboutVoices,
  ways: {
    compress: {
      parameters: { percent: parameter(0, 100, 50) },
      make: ({ voices, at }) => ({ id: TRIED, rule: 'compress', voices, percent: at('percent') }),
    },
  },
  wayOf: () => 'compress',
  apply: (hits, shape) => {
    const touched = hits.filter((hit) => touches(shape.voices, hit));
    const mean = touched.reduce((sum, hit) => sum + hit.velocity, 0) / Math.max(1, touched.length);
    return withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => hit.velocity + ((mean - hit.velocity) * shape.percent) / 100,
    );
  },
};
