import { gridTicks } from '../../../time/index.ts';
import { byPlace } from '../../hit/followed.ts';
import { gridSchema, velocitySchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { velocity } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';
import { withVelocities } from './velocities.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('strong and weak'),
    voices: anyVoices(z),
    hands: z.literal([1, 2]),
    grid: gridSchema(z),
    strong: velocitySchema(z),
    weak: velocitySchema(z),
  });

type StrongAndWeak = Described<typeof schema>;

/** One hand plays strong on every other place of the grid; two hands play strong on every other hit. */
export const strongAndWeak: ShapeRule<StrongAndWeak, 'strong and weak'> = {
  schema,
  ...aboutVoices,
  ways: {
    'strong and weak': {
      title: 'Strong and weak',
      about: 'as one hand or two would play',
      does: (_, rows) => `${rows} strong and weak`,
      parameters: { strong: velocity(100, 'Strong'), weak: velocity(62, 'Weak') },
      choices: { 'one hand': 'one hand', 'two hands': 'two hands' },
      // Two hands go by hits and not by places.
      asksGrid: (choice) => choice === 'one hand',
      choiceOf: ({ hands }) => (hands === 2 ? 'two hands' : 'one hand'),
      make: ({ voices, grid, at, choice }) => ({
        id: TRIED,
        rule: 'strong and weak',
        voices,
        grid,
        hands: choice === 'two hands' ? 2 : 1,
        strong: at('strong'),
        weak: at('weak'),
      }),
    },
  },
  wayOf: () => 'strong and weak',
  apply: (hits, shape) => {
    const inOrder = hits.filter((hit) => touches(shape.voices, hit)).sort(byPlace);
    const strong = new Set(
      inOrder
        .filter((hit, i) =>
          shape.hands === 2 ? i % 2 === 0 : Math.round(hit.at / gridTicks(shape.grid)) % 2 === 0,
        )
        .map((hit) => hit.id),
    );
    return withVelocities(
      hits,
      (hit) => touches(shape.voices, hit),
      (hit) => (strong.has(hit.id) ? shape.strong : shape.weak),
    );
  },
};
