import { type Grid, gridName, GRIDS, gridTicks, msToTicks, snap, ticksToMs } from '../../../time/index.ts';
import type { IdentifiedHit } from '../../hit/followed.ts';
import { FARTHEST_MS, offsetSchema } from '../../hit/hit.ts';
import { type Id, idSchema } from '../../names.ts';
import { gridSchema, percentSchema, tempoSchema } from '../../schema-parts.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter, percent } from '../rule.ts';
import { aboutVoices, anyVoices, commonFields, type ShapeRule, touches, TRIED } from './shape-rule.ts';

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('quantise'),
    voices: anyVoices(z),
    grids: z.record(idSchema(z), gridSchema(z)),
    strength: percentSchema(z),
    /** Lateness of the whole take in ms (below 0: early), which is taken out first, at the tempo that it was played at. */
    lateness: z.strictObject({ ms: offsetSchema(z), tempo: tempoSchema(z) }).optional(),
  });

type Quantise = Described<typeof schema>;

/** The choice of each row's own grid. */
const OWN = 'own';
/** The choice of one grid for all rows; a plain number would come before the others in an object. */
const choiceFor = (grid: Grid) => `grid ${grid}`;

/** The place on a grid that a hit goes to: the nearest one, or the last within the pattern for one at or beyond its end. */
function targetOf(at: number, grid: Grid, length: number): number {
  const nearest = snap(at, grid);
  return nearest < length ? nearest : snap(nearest - gridTicks(grid), grid);
}

/**
 * Lateness of hits on the whole, in ms (below 0: early): the median of their distances from the nearest place of their row's
 * grid, early and late counted; 0 for no hits.
 */
export function latenessOf(
  hits: readonly IdentifiedHit[],
  gridFor: (voice: Id) => Grid,
  tempo: number,
): number {
  const all = hits
    .map(({ at, offsetMs, voice }) => {
      const heard = at + msToTicks(offsetMs, tempo);
      return ticksToMs(heard - snap(Math.round(heard), gridFor(voice)), tempo);
    })
    .sort((a, b) => a - b);
  return Math.round(all[all.length >> 1] ?? 0);
}

/**
 * Moves hits towards the nearest place of a grid, and their early/late towards none, by `strength` percent, once the lateness
 * of the take is out.
 */
export const quantise: ShapeRule<Quantise, 'quantise'> = {
  schema,
  ...aboutVoices,
  ways: {
    quantise: {
      title: 'Quantise',
      about: 'towards a grid, by a strength',
      does: ({ strength, lateness }, rows) =>
        `${rows} quantised by ${strength} %${lateness ? `, ${lateness.ms} ms taken out` : ''}`,
      parameters: {
        strength: percent(100, 'Strength'),
        lateness: parameter([-FARTHEST_MS, FARTHEST_MS], 0, 'Lateness taken out', 'ms'),
      },
      choices: {
        [OWN]: 'Each row’s grid',
        ...Object.fromEntries(GRIDS.map((grid) => [choiceFor(grid), gridName(grid)])),
      },
      choiceOf: ({ grids }) => {
        const [first, ...others] = new Set(Object.values(grids));
        return first && !others.length ? choiceFor(first) : OWN;
      },
      offersLateness: true,
      read: ({ strength, lateness }) => ({ strength, lateness: lateness?.ms }),
      make: ({ rows, voices, at, choice, tempo }) => {
        const one = GRIDS.find((grid) => choiceFor(grid) === choice);
        const ms = at('lateness');
        return {
          id: TRIED,
          rule: 'quantise',
          voices,
          grids: Object.fromEntries(rows.map(({ voice, grid }) => [voice, one ?? grid])),
          strength: at('strength'),
          ...(ms ? { lateness: { ms, tempo } } : {}),
        };
      },
    },
  },
  wayOf: () => 'quantise',
  apply: (hits, shape, { length }) =>
    hits.map((hit) => {
      const grid = shape.grids[hit.voice];
      if (!grid || !touches(shape.voices, hit)) return hit;
      const { lateness, strength } = shape;
      const late = hit.offsetMs - (lateness?.ms ?? 0);
      // Without lateness a hit belongs to where it is written, as it always did.
      const heard = lateness ? Math.round(hit.at + msToTicks(late, lateness.tempo)) : hit.at;
      const target = targetOf(Math.max(0, heard), grid, length);
      const share = strength / 100;
      const left = Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, late * (1 - share)));
      return {
        ...hit,
        at: Math.round(hit.at + (target - hit.at) * share),
        offsetMs: Math.round(left * 10) / 10 + 0,
      };
    }),
};
