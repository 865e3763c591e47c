import { gridTicks, snap } from '../../../time/index.ts';
import { idSchema } from '../../names.ts';
import { gridSchema, percentSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { percent } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('quantise'),
    voices: anyVoices(z),
    grids: z.record(idSchema(z), gridSchema(z)),
    strength: percentSchema(z),
  });

type Quantise = Described<typeof schema>;

/**
 * Moves hits towards the nearest place of their row's grid, and their early/late towards none, by `strength` percent.
 * A place at or beyond the end is the last one within the pattern, so that no hit leaves it.
 */
export const quantise: ShapeRule<Quantise, 'quantise'> = {
  schema,
  ...aboutVoices,
  ways: {
    quantise: {
      title: 'Quantise',
      about: 'towards each row’s grid',
      does: ({ strength }, rows) => `${rows} quantised by ${strength} %`,
      parameters: { strength: percent(100, 'Strength') },
      make: ({ rows, voices, at }) => ({
        id: TRIED,
        rule: 'quantise',
        voices,
        grids: Object.fromEntries(rows.map(({ voice, grid }) => [voice, grid])),
        strength: at('strength'),
      }),
    },
  },
  wayOf: () => 'quantise',
  apply: (hits, shape, { length }) =>
    hits.map((hit) => {
      const grid = shape.grids[hit.voice];
      if (!grid || !touches(shape.voices, hit)) return hit;
      const nearest = snap(hit.at, grid);
      const target = nearest < length ? nearest : snap(hit.at - gridTicks(grid), grid);
      const share = shape.strength / 100;
      return {
        ...hit,
        at: Math.round(hit.at + (target - hit.at) * share),
        offsetMs: Math.round(hit.offsetMs * (1 - share) * 10) / 10,
      };
    }),
};
