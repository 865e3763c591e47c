import { silent } from '../../hit/followed.ts';
import { voicesSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { aboutVoices, commonFields, type ShapeRule, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({ ...commonFields(z), rule: z.literal('keep'), voices: voicesSchema(z).min(1) });

type Keep = Described<typeof schema>;

/** Silences every voice but the chosen ones. */
export const keep: ShapeRule<Keep, 'keep'> = {
  schema,
  ...aboutVoices,
  ways: {
    keep: { parameters: {}, make: ({ voices }) => ({ id: TRIED, rule: 'keep', voices }) },
  },
  wayOf: () => 'keep',
  apply: (hits, shape) => hits.map((hit) => (shape.voices.includes(hit.voice) ? hit : silent(hit))),
};
