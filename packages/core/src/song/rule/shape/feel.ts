import { barTicks, modulo, PPQ } from '../../../time/index.ts';
import { FARTHEST_MS, offsetSchema } from '../../hit/hit.ts';
import { clampVelocity } from '../../hit/velocity.ts';
import { percentSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { percent } from '../rule.ts';
import {
  aboutVoices,
  anyVoices,
  commonFields,
  type ShapeRule,
  stretchFields,
  touches,
  TRIED,
  within,
} from './shape-rule.ts';

/** Largest distance of a hit from a place whose feel it takes, in ticks: a 32nd. */
const NEAR = PPQ / 8;

/** Feel of places of a bar: early or late in ms, and louder or softer than the rest in percent. */
export const playedFeelFields = (z: Zod) => ({
  /** Length of the bar, in ticks. */
  bar: z.int().min(1),
  steps: z
    .array(
      z.strictObject({
        at: z.int().min(0),
        ms: offsetSchema(z),
        velocity: z.number().min(-100).max(300),
      }),
    )
    .max(128),
});

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('feel'),
    voices: anyVoices(z),
    ...stretchFields(z),
    strength: percentSchema(z),
    ...playedFeelFields(z),
  });

type FeelShape = Described<typeof schema>;

/** Plays hits as the places of a bar are played in a performance: earlier or later, louder or softer, by a strength in percent. */
export const feel: ShapeRule<FeelShape, 'feel'> = {
  schema,
  ...aboutVoices,
  ways: {
    feel: {
      title: 'Feel of a performance',
      about: 'early and late, loud and soft as another pattern is played, by place in the bar',
      does: ({ strength }, rows) => `${rows} in another feel, by ${strength} %`,
      parameters: { strength: percent(100, 'Strength') },
      needsFeel: true,
      make: ({ voices, at, stretch, meter, feel: played }) => ({
        id: TRIED,
        rule: 'feel',
        voices,
        ...stretch,
        strength: at('strength'),
        bar: played?.bar ?? barTicks(meter),
        steps: [...(played?.steps ?? [])],
      }),
    },
  },
  wayOf: () => 'feel',
  apply: (hits, shape) => {
    const { bar, steps, strength } = shape;
    const share = strength / 100;
    return hits.map((hit) => {
      if (!touches(shape.voices, hit) || !within(shape, hit.at)) return hit;
      const step = nearestOf(steps, hit.at, bar);
      if (!step) return hit;
      const late = Math.round((hit.offsetMs + step.ms * share) * 10) / 10;
      return {
        ...hit,
        offsetMs: Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, late)),
        velocity: clampVelocity(hit.velocity * (1 + (step.velocity / 100) * share)),
      };
    });
  },
};

function nearestOf(steps: FeelShape['steps'], at: number, bar: number): FeelShape['steps'][number] | null {
  const place = modulo(at, bar);
  const far = (step: { readonly at: number }) => {
    const off = Math.abs(step.at - place);
    return Math.min(off, bar - off);
  };
  let best: FeelShape['steps'][number] | null = null;
  for (const step of steps) if (far(step) <= NEAR && (!best || far(step) < far(best))) best = step;
  return best;
}
