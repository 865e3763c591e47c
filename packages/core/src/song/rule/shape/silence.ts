import { beatTicks } from '../../../time/index.ts';
import { silent } from '../../hit/followed.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter, type RulePattern } from '../rule.ts';
import {
  aboutVoices,
  anyVoices,
  commonFields,
  type ShapeRule,
  touches,
  TRIED,
  within,
} from './shape-rule.ts';

/** Number of beats from a tick to the end, and start of the last ones. */
const beatsTo = ({ length, meter }: RulePattern, from: number) =>
  Math.round((length - from) / beatTicks(meter));
const lastBeats = ({ length, meter }: RulePattern, beats: number) => ({
  from: Math.max(0, length - beats * beatTicks(meter)),
  to: length,
});

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('silence'),
    voices: anyVoices(z),
    from: z.int().min(0),
    to: z.int().min(1),
  });

type Silence = Described<typeof schema>;

const does = (_: Silence, rows: string) => `${rows} silent over a stretch`;

/** Silences hits from `from` up to `to` ticks. */
export const silence: ShapeRule<Silence, 'silence' | 'clear the tail'> = {
  schema,
  ...aboutVoices,
  ways: {
    silence: {
      title: 'Silence a stretch',
      about: 'the looped beats of the rows, or their last ones',
      does,
      parameters: { beats: parameter([1, 16], 2, 'Without a loop, the last', 'beats') },
      read: ({ from }, pattern) => ({ beats: beatsTo(pattern, from) }),
      make: (input) => ({
        id: TRIED,
        rule: 'silence',
        voices: input.voices,
        ...(input.stretch ?? lastBeats(input, input.at('beats'))),
      }),
    },
    'clear the tail': {
      title: 'Clear the tail',
      about: 'all rows fall silent for the last beats',
      does,
      parameters: { beats: parameter([1, 16], 1, 'Last', 'beats') },
      read: ({ from }, pattern) => ({ beats: beatsTo(pattern, from) }),
      make: (input) => ({ id: TRIED, rule: 'silence', voices: null, ...lastBeats(input, input.at('beats')) }),
    },
  },
  wayOf: (shape) => (shape.voices === null ? 'clear the tail' : 'silence'),
  apply: (hits, shape) =>
    hits.map((hit) => (touches(shape.voices, hit) && within(shape, hit.at) ? silent(hit) : hit)),
};
