import { type CellPlan, type FillRecipe, type Kind, KINDS } from '../../../song/index.ts';
import { barTicks, beatTicks, gridTicks, type Random, randomFrom, seedFrom } from '../../../time/index.ts';
import type { Beat } from './beats.ts';
import type { FillContext, FillStroke } from './context.ts';
import { finished, strongEnd } from './finish.ts';
import { accented, type Played } from './kinds/kind.ts';
import { KIND_TABLE } from './kinds/table.ts';
import { playable } from './playable.ts';

/** Most bars that are of one kind; a longer stretch, such as a long take, goes on to others. */
const BARS_AT_ONCE = 2;
/** Attempts at a kind that kit, recipe and stretch allow. */
const TRIES = 12;

/** A fill's cells, and its end after the bar line where it goes on over it. */
export type PlannedFill = { readonly cells: CellPlan } & Pick<FillRecipe, 'over'>;

/**
 * A fill made in the order of its choices: rhythm, accents, sticking and drums, by a kind that a drummer names. It is played
 * by two hands and two feet of the recipe's player, up to the crash that it lands on: what they cannot play is left out. The
 * same recipe and groove give the same plan, whose cells tile the take-over.
 */
export function planRhythm(context: FillContext): PlannedFill {
  const { recipe, meter, from, to } = context;
  const random = randomFrom(seedFrom('rhythm first', recipe.seed));
  const piece = BARS_AT_ONCE * barTicks(meter);
  const cells: CellPlan['cells'][number][] = [];
  let kind: Kind = 'singles';
  let over: Pick<PlannedFill, 'over'> = {};
  // Whole pieces stand at the end, so that what is left over begins the fill.
  for (let at = from; at < to;) {
    const end = recipe.takeOver <= piece ? to : Math.min(to, at + (((to - at - 1) % piece) + 1));
    const drawn = drawKind({ ...context, from: at, to: end }, random);
    kind = drawn.kind;
    cells.push(...cellsOf(context, kind, drawn.beats, drawn.strokes));
    if (drawn.landsAt !== undefined) over = overOf(context, drawn.strokes, drawn.landsAt);
    at = end;
  }
  return { cells: { grid: 4, cells, arrival: 'runs in', kind }, ...over };
}

/** The strokes after the bar line, and the kick that lands with the crash. */
function overOf(
  context: FillContext,
  strokes: readonly FillStroke[],
  landsAt: number,
): Pick<PlannedFill, 'over'> {
  const { kick, snare, length } = context;
  const after = strokes.flatMap(({ at, voice, velocity }) =>
    at >= length ? [{ at: at - length, voice, velocity }] : [],
  );
  const lands = kick ?? snare;
  const to = landsAt - length;
  const last = lands ? [{ at: to, voice: lands.id, velocity: accented(context, landsAt) }] : [];
  return { over: { to, strokes: [...after, ...last] } };
}

/** A fill of a kind, with the strokes of it that can be played. */
interface DrawnKind extends Played {
  readonly kind: Kind;
}

/** A fill of a kind that is still itself once what cannot be played is left out. */
function drawKind(context: FillContext, random: Random): DrawnKind {
  const { kinds = [] } = context.recipe;
  const among = kinds.length ? kinds : KINDS;
  const least = context.to - context.from > beatTicks(context.meter) ? 3 : 2;
  let best: DrawnKind | null = null;
  let most = 0;
  for (let i = 0; i < TRIES; i++) {
    const kind = random.weighed(among, (one) => KIND_TABLE[one].weight);
    const played = KIND_TABLE[kind].play(context, random);
    const whole = finished(context, played?.strokes ?? []);
    if (!played || !whole.length) continue;
    const strokes = strongEnd(context, playable(context, whole, played.landsAt));
    const left = strokes.length / whole.length;
    const isItself = whole.some(({ grace }) => grace) === strokes.some(({ grace }) => grace);
    if (!strokes.some(({ by }) => by !== 'F')) continue;
    const drawn = { ...played, kind, strokes };
    const isEnough = strokes.length >= least;
    if (isEnough && left >= LEAST_LEFT && isItself) return drawn;
    // A thin fill is kept only where there is no other.
    const worth = left + (isEnough ? 1 : 0);
    if (worth > most) [best, most] = [drawn, worth];
  }
  if (best) return best;
  const played = KIND_TABLE.singles.play(context, random);
  if (!played) throw new RangeError('There is no drum to play on.');
  const strokes = strongEnd(context, playable(context, finished(context, played.strokes)));
  return { kind: 'singles', beats: played.beats, strokes };
}

/** Share of a fill's strokes that are left where some could not be played. */
const LEAST_LEFT = 0.75;

/** The figure that a cell of a kind goes by, where it is exchanged for another. */
const FIGURE_OF: Readonly<Record<Kind, CellPlan['cells'][number]['figure']>> = {
  singles: 'single',
  doubles: 'double',
  paradiddles: 'paradiddle',
  linear: 'linear',
  flams: 'flam tap',
  ruffs: 'flam tap',
  stabs: 'stroke and rest',
  'hat barks': 'stroke and rest',
  'ghost notes': 'single',
  threes: 'single',
  'over the bar': 'single',
  'half-time drag': 'stroke and rest',
  'backbeat kept': 'single',
  'both hands': 'stroke and rest',
  'stop and pick-up': 'stroke and rest',
  'six over four': 'stroke and rest',
};

/** Letters of cells, as plans have them. */
const LETTERS: Readonly<Record<string, string>> = { A: 'A', B: 'B', C: 'C', D: 'C', Z: 'C’' };

/** Beats with their strokes as cells of two to seven steps. */
function cellsOf(
  { drums, snare, length }: FillContext,
  kind: Kind,
  beats: readonly Beat[],
  strokes: readonly FillStroke[],
): CellPlan['cells'] {
  const [first] = drums;
  return beats
    .flatMap((beat) => within(beat, length))
    .flatMap(pieces)
    .map(({ start, grid, cell, letter }) => {
      const step = gridTicks(grid);
      const end = start + cell.length * step;
      const here = strokes.filter(({ at }) => at >= start && at < end).sort((a, b) => a.at - b.at);
      const hand = here.find(({ by, voice }) => by !== 'F' && drums.some(({ id }) => id === voice));
      return {
        letter: LETTERS[letter] ?? 'A',
        steps: cell.length,
        figure: FIGURE_OF[kind],
        accent: 'first' as const,
        drum: hand?.voice ?? snare?.id ?? first?.id ?? '',
        grid,
        strokes: here.map(({ at, by, voice, velocity, grace }) => ({
          // A backbeat of the groove may lie beside the grid.
          ...{ step: Math.min(cell.length - 1, Math.round((at - start) / step)), by, voice, velocity },
          ...(grace === 'flam' ? { flam: true } : grace ? { grace } : {}),
        })),
      };
    });
}

/** A beat cut at the bar line; none after it. */
function within(beat: Beat, line: number): Beat[] {
  const steps = Math.min(beat.cell.length, Math.round((line - beat.start) / gridTicks(beat.grid)));
  return steps > 0 ? [{ ...beat, cell: beat.cell.slice(0, steps) }] : [];
}

/** A beat in pieces of two to seven steps: one of a single step on the next finer grid, a long one in fours. */
function pieces(beat: Beat): Beat[] {
  const { cell, grid, start } = beat;
  if (cell.length === 1) return [{ ...beat, grid: grid === 1 ? 2 : grid === 2 ? 4 : 8, cell: `${cell}.` }];
  if (cell.length <= 7) return [beat];
  const size = cell.length % 4 === 1 ? 3 : 4;
  return [
    { ...beat, cell: cell.slice(0, size) },
    ...pieces({ ...beat, cell: cell.slice(size), start: start + size * gridTicks(grid) }),
  ];
}
