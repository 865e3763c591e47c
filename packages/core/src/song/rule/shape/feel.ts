import { barTicks, modulo, PPQ } from '../../../time/index.ts';
import { FARTHEST_MS, offsetSchema } from '../../hit/hit.ts';
import { clampVelocity } from '../../hit/velocity.ts';
import { idSchema } from '../../names.ts';
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
const stepsSchema = (z: Zod) =>
  z
    .array(
      z.strictObject({
        at: z.int().min(0),
        ms: offsetSchema(z),
        velocity: z.number().min(-100).max(300),
      }),
    )
    .max(128);

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('feel'),
    voices: anyVoices(z),
    ...stretchFields(z),
    strength: percentSchema(z),
    /** Length of the bar, in ticks. */
    bar: z.int().min(1),
    steps: stepsSchema(z),
    /** Feel of each row, where it was taken by row; other rows take `steps`. Absent in one that was made in format 12. */
    rows: z.record(idSchema(z), stepsSchema(z)).optional(),
    /** Strengths of early and late, and of velocities, where they differ from `strength`. */
    timing: percentSchema(z).optional(),
    loudness: percentSchema(z).optional(),
  });

type FeelShape = Described<typeof schema>;

/** Plays hits as their rows are played at the places of a bar: earlier or later, louder or softer, by strengths in percent. */
export const feel: ShapeRule<FeelShape, 'feel'> = {
  schema,
  ...aboutVoices,
  ways: {
    feel: {
      title: 'Feel of a performance',
      about: 'early and late, loud and soft as another pattern is played, by drum and place in the bar',
      does: ({ strength, timing = strength, loudness = strength }, rows) =>
        `${rows} in another feel, timing by ${timing} %, velocity by ${loudness} %`,
      parameters: { timing: percent(100, 'Timing'), loudness: percent(100, 'Velocity') },
      read: ({ strength, timing = strength, loudness = strength }) => ({ timing, loudness }),
      needsFeel: true,
      make: ({ voices, at, stretch, meter, feel: played }) => ({
        id: TRIED,
        rule: 'feel',
        voices,
        ...stretch,
        strength: 100,
        bar: played?.bar ?? barTicks(meter),
        steps: [...(played?.steps ?? [])],
        rows: Object.fromEntries(Object.entries(played?.rows ?? {}).map(([row, steps]) => [row, [...steps]])),
        timing: at('timing'),
        loudness: at('loudness'),
      }),
    },
  },
  wayOf: () => 'feel',
  apply: (hits, shape) => {
    const { bar, steps, rows = {}, strength, timing = strength, loudness = strength } = shape;
    return hits.map((hit) => {
      if (!touches(shape.voices, hit) || !within(shape, hit.at)) return hit;
      const step = nearestOf(rows[hit.voice] ?? steps, hit.at, bar);
      if (!step) return hit;
      const late = Math.round((hit.offsetMs + (step.ms * timing) / 100) * 10) / 10;
      return {
        ...hit,
        offsetMs: Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, late)),
        velocity: clampVelocity(hit.velocity * (1 + (step.velocity / 100) * (loudness / 100))),
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
