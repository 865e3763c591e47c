import { gridTicks, isStrong } from '../../../time/index.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter, velocity } from '../rule.ts';
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

/** The shortest and the longest roll, in ticks. */
const [SHORTEST, LONGEST] = [60, 3840];

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('roll into'),
    voices: anyVoices(z),
    ...stretchFields(z),
    hits: z.int().min(2).max(12),
    span: z.int().min(SHORTEST).max(LONGEST),
    start: velocitySchema(z),
  });

type RollInto = Described<typeof schema>;

/** Plays a roll that ends where each strong hit begins, rising to its velocity; there must be room before the hit. */
export const rollInto: ShapeRule<RollInto, 'roll into'> = {
  schema,
  ...aboutVoices,
  ways: {
    'roll into': {
      title: 'Roll into',
      about: 'a rising roll that ends on each strong hit',
      does: (_, rows) => `rolls into strong hits, ${rows.toLowerCase()}`,
      parameters: {
        hits: parameter([2, 12], 4, 'Strokes'),
        steps: parameter([1, 8], 1, 'Over', 'steps'),
        start: velocity(40, 'From velocity'),
      },
      read: ({ span, voices }, { rows }) => ({
        steps: Math.round(
          span / gridTicks(rows.find(({ voice }) => voices?.includes(voice) ?? true)?.grid ?? 4),
        ),
      }),
      make: ({ voices, grid, at }) => ({
        id: TRIED,
        rule: 'roll into',
        voices,
        hits: at('hits'),
        span: Math.min(LONGEST, Math.max(SHORTEST, at('steps') * gridTicks(grid))),
        start: at('start'),
      }),
    },
  },
  wayOf: () => 'roll into',
  adds: ({ hits }, shape) => ({ hits, strokes: hits * shape.hits }),
  apply: (hits, shape, { meter }) => {
    const targets = hits.filter(
      (hit) =>
        touches(shape.voices, hit) &&
        within(shape, hit.at) &&
        hit.at >= shape.span &&
        isStrong(hit.at, meter),
    );
    return [
      ...hits,
      ...targets.map((hit) => ({
        ...hit,
        id: derivedId(hit.id, shape),
        at: hit.at - shape.span,
        velocity: shape.start,
        length: Math.max(1, Math.floor(shape.span / shape.hits)),
        flam: null,
        roll: {
          hits: shape.hits,
          span: shape.span,
          velocity: hit.velocity,
          curve: 0,
          pitch: hit.pitch,
          pan: 0,
        },
      })),
    ];
  },
};
