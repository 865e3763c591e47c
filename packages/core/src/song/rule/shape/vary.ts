import { randomFrom, seedFrom } from '../../../time/index.ts';
import { seedSchema, velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('vary'),
    voices: anyVoices(z),
    by: z.int().min(0).max(64),
    lowest: velocitySchema(z),
    highest: velocitySchema(z),
    seed: seedSchema(z),
  });

type Vary = Described<typeof schema>;

/** Moves each velocity at random by up to `by`, within bounds; a velocity beyond them is brought to the nearer one. */
export const vary: ShapeRule<Vary, 'vary'> = {
  schema,
  ...aboutVoices,
  ways: {
    vary: {
      parameters: {
        by: parameter(1, 64, 12),
        lowest: parameter(1, 127, 20),
        highest: parameter(1, 127, 120),
      },
      random: true,
      make: ({ voices, at, seed }) => ({
        id: TRIED,
        rule: 'vary',
        voices,
        by: at('by'),
        lowest: at('lowest'),
        highest: at('highest'),
        seed,
      }),
    },
  },
  wayOf: () => 'vary',
  apply: (hits, shape) => {
    const [lowest, highest] = [Math.min(shape.lowest, shape.highest), Math.max(shape.lowest, shape.highest)];
    return withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => {
        const by = randomFrom(seedFrom('vary', shape.seed, hit.id)).whole(-shape.by, shape.by);
        return Math.min(highest, Math.max(lowest, hit.velocity + by));
      },
    );
  },
};
