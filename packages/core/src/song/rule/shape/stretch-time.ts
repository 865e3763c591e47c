import { silent } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import type { Described, Zod } from '../../zod.ts';
import {
  aboutVoices,
  anyVoices,
  commonFields,
  type ShapeRule,
  singleStrokes,
  touches,
  TRIED,
} from './shape-rule.ts';

const TIMES = ['half time', 'double time'] as const;

const schema = (z: Zod) =>
  z.strictObject({ ...commonFields(z), rule: z.literal([...TIMES]), voices: anyVoices(z) });

type StretchTime = Described<typeof schema>;

/** Half time stretches the first half over the whole; double time plays the whole in each half. */
export const stretchTime: ShapeRule<StretchTime, 'stretch time'> = {
  schema,
  ...aboutVoices,
  ways: {
    'stretch time': {
      title: 'Half or double time',
      about: 'the first half stretched, or all of it squeezed twice',
      does: ({ rule }, rows) => `${rows} in ${rule}`,
      parameters: {},
      choices: { 'half time': 'half time', 'double time': 'double time' },
      choiceOf: ({ rule }) => rule,
      make: ({ voices, choice }) => ({
        id: TRIED,
        rule: choice === 'double time' ? 'double time' : 'half time',
        voices,
      }),
    },
  },
  wayOf: () => 'stretch time',
  adds: (count, { rule }) => (rule === 'double time' ? count : singleStrokes(0)),
  apply: (hits, shape, { length }) =>
    hits.flatMap((hit) => {
      if (!touches(shape.voices, hit)) return [hit];
      if (shape.rule === 'half time') return [hit.at * 2 < length ? { ...hit, at: hit.at * 2 } : silent(hit)];
      const first = Math.floor(hit.at / 2);
      const second = first + Math.round(length / 2);
      const again = { ...hit, id: derivedId(hit.id, shape), at: second };
      return second < length ? [{ ...hit, at: first }, again] : [{ ...hit, at: first }];
    }),
};
