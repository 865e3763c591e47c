import { metricalWeight } from '../../../time/index.ts';
import { silent } from '../../hit/followed.ts';
import { percentSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('thin'),
    voices: anyVoices(z),
    keep: percentSchema(z),
  });

type Thin = Described<typeof schema>;

/** Silences hits from the least weighty up (place, then velocity, later ones first) until `keep` percent are left. */
export const thin: ShapeRule<Thin, 'thin'> = {
  schema,
  ...aboutVoices,
  ways: {
    thin: {
      parameters: { keep: parameter(0, 100, 60) },
      make: ({ voices, at }) => ({ id: TRIED, rule: 'thin', voices, keep: at('keep') }),
    },
  },
  wayOf: () => 'thin',
  apply: (hits, shape, { meter }) => {
    const candidates = hits
      .filter((hit) => touches(shape.voices, hit))
      .map((hit) => ({ hit, weight: metricalWeight(hit.at, meter) }))
      .sort((a, b) => a.weight - b.weight || a.hit.velocity - b.hit.velocity || b.hit.at - a.hit.at);
    const count = Math.round(candidates.length * (1 - shape.keep / 100));
    const quiet = new Set(candidates.slice(0, count).map(({ hit }) => hit.id));
    return hits.map((hit) => (quiet.has(hit.id) ? silent(hit) : hit));
  },
};
