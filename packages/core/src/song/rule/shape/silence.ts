import { beatTicks } from '../../../time/index.ts';
import { type ResolvedHit, silent } from '../../hit/followed.ts';
import { LIMITS } from '../../limits.ts';
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
    /** True for rows that are silent as rows: their own and changed hits as well, and whatever they get later. */
    all: z.literal(true).optional(),
  });

/** A stretch of rows that is silent. */
export type Silence = Described<typeof schema>;

const does = ({ from, to }: Silence, rows: string) =>
  from === 0 && to === LIMITS.pattern ? `${rows} silent` : `${rows} silent over a stretch`;

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

/** True for a rule that silences rows as rows. */
export function silencesRows(shape: { readonly rule: string }): shape is Silence {
  return shape.rule === 'silence' && 'all' in shape && shape.all === true;
}

/** True for a hit of rows that are silent as rows, whether it is followed or the pattern's own. */
export function inSilentRow(
  shapes: readonly { readonly rule: string }[],
  hit: Pick<ResolvedHit, 'voice' | 'at'>,
): boolean {
  return shapes.filter(silencesRows).some((shape) => {
    const isMeant = shape.voices === null || shape.voices.includes(hit.voice);
    return shape.off !== true && isMeant && within(shape, hit.at);
  });
}
