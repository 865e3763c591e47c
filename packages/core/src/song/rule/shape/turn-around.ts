import { beatTicks, gridTicks, modulo, randomFrom, seedFrom } from '../../../time/index.ts';
import { gridSchema, seedSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('turn around'),
    voices: anyVoices(z),
    beats: z.int().min(1).max(16),
    grid: gridSchema(z),
    seed: seedSchema(z),
  });

type TurnAround = Described<typeof schema>;

/** Turns each voice's hits round within the last beats, every voice by its own number of grid steps from the seed. */
export const turnAround: ShapeRule<TurnAround, 'turn around'> = {
  schema,
  ...aboutVoices,
  ways: {
    'turn around': {
      parameters: { beats: parameter(1, 8, 2) },
      random: true,
      make: ({ voices, grid, at, seed }) => ({
        id: TRIED,
        rule: 'turn around',
        voices,
        beats: at('beats'),
        grid,
        seed,
      }),
    },
  },
  wayOf: () => 'turn around',
  apply: (hits, shape, { meter, length }) => {
    const span = Math.min(length, shape.beats * beatTicks(meter));
    const from = length - span;
    const step = gridTicks(shape.grid);
    const steps = Math.max(2, Math.floor(span / step));
    const turn = (voice: string) =>
      randomFrom(seedFrom('turn around', shape.seed, voice)).whole(1, steps - 1) * step;
    return hits.map((hit) =>
      touches(shape.voices, hit) && hit.at >= from
        ? { ...hit, at: from + modulo(hit.at - from + turn(hit.voice), span) }
        : hit,
    );
  },
};
