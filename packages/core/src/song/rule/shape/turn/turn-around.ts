import { beatTicks, gridTicks, modulo, randomFrom, seedFrom } from '../../../../time/index.ts';
import type { FollowedHit } from '../../../hit/followed.ts';
import { gridSchema, seedSchema, wholeSchema } from '../../../schema-parts.ts';
import type { Described, Zod } from '../../../zod.ts';
import { parameter } from '../../rule.ts';
import {
  aboutVoices,
  anyVoices,
  commonFields,
  type ShapeContext,
  type ShapeRule,
  touches,
  TRIED,
} from '../shape-rule.ts';
import { reworked } from './reworked.ts';
import { namedRows, turnDrumsOf, turnDrumsSchema, withoutRow } from './turn-drums.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('turn around'),
    voices: anyVoices(z),
    beats: wholeSchema(z, 1, 16),
    grid: gridSchema(z),
    seed: seedSchema(z),
    /** The rows by what they do; absent in one that was made when each row was turned by itself. */
    drums: turnDrumsSchema(z).optional(),
  });

/** A turn-around, set. */
type TurnAround = Described<typeof schema>;

/** Works the last beats of a groove anew: its backbeat and first kick stay, and one to three things change. */
export const turnAround: ShapeRule<TurnAround, 'turn around'> = {
  schema,
  voices: ({ voices }) => voices ?? [],
  without: (shape, id) => {
    const left = aboutVoices.without(shape, id);
    return left?.drums && namedRows(left.drums).includes(id)
      ? { ...left, drums: withoutRow(left.drums, id) }
      : left;
  },
  ways: {
    'turn around': {
      title: 'Turn-around',
      about: 'the last beats anew: a pick-up, a kick moved, a hat opened; the backbeat stays',
      does: ({ beats, drums }, rows) => {
        const last = beats === 1 ? 'beat' : `${beats} beats`;
        return drums
          ? `${rows}: last ${last} turned round`
          : `${rows}: last ${last} turned row by row, as before; set again it keeps the backbeat`;
      },
      parameters: { beats: parameter([1, 8], 2, 'Last', 'beats') },
      random: true,
      make: ({ voices, rows, tempo, grid, seed, at }) => ({
        id: TRIED,
        rule: 'turn around',
        voices: [...voices],
        beats: at('beats'),
        grid,
        seed,
        // A tom takes part where it alone, or with a few, was asked for.
        drums: turnDrumsOf(
          rows.map(({ voice, ...row }) => ({ id: voice, ...row })),
          tempo,
          voices.length < rows.length ? voices : [],
        ),
      }),
    },
  },
  wayOf: () => 'turn around',
  apply: (hits, shape, context) => {
    const from = Math.max(0, context.length - shape.beats * beatTicks(context.meter));
    if (!shape.drums) return rotated(hits, shape, from, context);
    const turned = {
      ...{ drums: shape.drums, meter: context.meter, from, length: context.length, shape: { id: shape.id } },
      hits: hits.filter((hit) => hit.origin !== 'silenced'),
      voices: shape.voices,
    };
    return reworked(hits, turned, shape.seed);
  },
  adds: () => ({ hits: 6, strokes: 6 }),
};

/** Each row turned round within the last beats by a number of grid steps of its own, as turn-arounds first were. */
function rotated(
  hits: readonly FollowedHit[],
  shape: TurnAround,
  from: number,
  { length }: ShapeContext,
): readonly FollowedHit[] {
  const span = length - from;
  const step = gridTicks(shape.grid);
  const steps = Math.max(2, Math.floor(span / step));
  const turn = (voice: string) =>
    randomFrom(seedFrom('turn around', shape.seed, voice)).whole(1, steps - 1) * step;
  return hits.map((hit) =>
    touches(shape.voices, hit) && hit.at >= from
      ? { ...hit, at: from + modulo(hit.at - from + turn(hit.voice), span) }
      : hit,
  );
}
