import { gridTicks, modulo } from '../../../time/index.ts';
import { gridSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('shift'),
    voices: anyVoices(z),
    steps: z.int().min(-64).max(64),
    grid: gridSchema(z),
  });

type Shift = Described<typeof schema>;

/** Moves hits by grid steps; what leaves at one end comes back at the other. */
export const shift: ShapeRule<Shift, 'shift'> = {
  schema,
  ...aboutVoices,
  ways: {
    shift: {
      parameters: { steps: parameter(-16, 16, 1) },
      make: ({ voices, grid, at }) => ({ id: TRIED, rule: 'shift', voices, grid, steps: at('steps') }),
    },
  },
  wayOf: () => 'shift',
  apply: (hits, shape, { length }) =>
    hits.map((hit) =>
      touches(shape.voices, hit)
        ? { ...hit, at: modulo(hit.at + shape.steps * gridTicks(shape.grid), length) }
        : hit,
    ),
};
