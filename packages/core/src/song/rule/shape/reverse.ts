import { modulo } from '../../../time/index.ts';
import type { Described, Zod } from '../../zod.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({ ...commonFields(z), rule: z.literal('reverse'), voices: anyVoices(z) });

type Reverse = Described<typeof schema>;

/** Plays hits backwards about the first place, which stays where it is: done twice it changes nothing. */
export const reverse: ShapeRule<Reverse, 'reverse'> = {
  schema,
  ...aboutVoices,
  ways: {
    reverse: { parameters: {}, make: ({ voices }) => ({ id: TRIED, rule: 'reverse', voices }) },
  },
  wayOf: () => 'reverse',
  apply: (hits, shape, { length }) =>
    hits.map((hit) => (touches(shape.voices, hit) ? { ...hit, at: modulo(-hit.at, length) } : hit)),
};
