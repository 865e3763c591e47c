import {
  ACCENT_SHAPES,
  type Arrival,
  ARRIVALS,
  type Cell,
  type CellPlan,
  type Figure,
  LEAST_STEPS,
  type Voice,
} from '../../../song/index.ts';
import {
  barTicks,
  beatTicks,
  type Grid,
  gridTicks,
  type Random,
  randomFrom,
  seedFrom,
} from '../../../time/index.ts';
import { arrive } from './arrival.ts';
import { ableFigures, type CellContext, type CellIdea, cellOf } from './cell.ts';
import { groupingName, groupingsOf } from './grouping.ts';

/** Most bars that are planned as one; a longer stretch, such as a long take, is planned in pieces. */
const BARS_AT_ONCE = 2;
/** Below this share of places played (percent), figures have rests. */
const FULL = 60;
/** Chance of the usual arrival, and of another figure for the last cell. */
const [RUNS_IN, ANOTHER_LAST] = [0.45, 0.5];

/**
 * The cells of a fill, as drummers build one: a grouping of the steps of one note value, a figure for each kind of cell, an
 * order in which figures come again (A A B, A A’ A B, A B A C, A with its mirror, A growing), and an arrival. The cells tile
 * the take-over exactly. The same recipe and groove give the same plan.
 */
export function planCells(context: CellContext): CellPlan {
  const { recipe, meter, length } = context;
  const random = randomFrom(seedFrom('cells', recipe.seed));
  const grid = gridFor(recipe.takeOver, recipe.values, random);
  const from = length - recipe.takeOver;
  const piece = BARS_AT_ONCE * barTicks(meter);
  const cells: Cell[] = [];
  // Whole pieces stand at the end, so that what is left over begins the fill.
  for (let at = from; at < length;) {
    const to = recipe.takeOver <= piece ? length : Math.min(length, at + (((length - at - 1) % piece) + 1));
    cells.push(...tiled(context, grid, at, to, random));
    at = to;
  }
  const arrival = arrivalFor(context, cells.length, random);
  return arrive({ grid, cells, arrival }, context, random);
}

/** One of the note values on which the take-over is two steps or more; 16ths, or 32nds, where it is on none of them. */
function gridFor(takeOver: number, values: readonly Grid[], random: Random): Grid {
  const fits = (grid: Grid) => takeOver % gridTicks(grid) === 0 && takeOver / gridTicks(grid) >= LEAST_STEPS;
  const fitting = values.filter(fits);
  if (fitting.length) return random.choose(fitting);
  return fits(4) ? 4 : 8;
}

/** The cells of a stretch of the pattern, in ticks. */
function tiled(context: CellContext, grid: Grid, from: number, to: number, random: Random): Cell[] {
  const { recipe, meter } = context;
  const step = gridTicks(grid);
  const groups = meter.groups.map((beats) => (beats * beatTicks(meter)) / step);
  const all = groupingsOf((to - from) / step, groups.every((size) => Number.isInteger(size)) ? groups : []);
  const wished = all.filter(({ cells }) => recipe.groupings.includes(groupingName(cells)));
  const { cells: sizes } = random.weighed(wished.length ? wished : all, (one) => one.weight);
  const ideas = inOrder(sizes, context, random);
  const drums = alongDrums(context, sizes.length, random);
  let at = from;
  return sizes.map((steps, i) => {
    const start = at;
    at += steps * step;
    const { idea, lower } = ideas[i] ?? { idea: PLAIN_IDEA, lower: 0 };
    const drum = drumBelow(context.drums, drums[i], lower);
    return cellOf(idea, steps, drum, start, grid, context, random);
  });
}

const PLAIN_IDEA: CellIdea = {
  letter: 'A',
  figure: 'single',
  accent: 'first',
  turn: 0,
  rests: new Set(),
  mirrored: false,
};

/** A figure in its place in the order, and by how many drums it stands below where the travel is. */
interface Ordered {
  readonly idea: CellIdea;
  readonly lower: number;
}

/** The figures of cells of these sizes, in an order in which they come again. */
function inOrder(sizes: readonly number[], context: CellContext, random: Random): Ordered[] {
  const main = commonest(sizes);
  const a = ideaFor('A', main, context, random);
  const b = ideaFor('B', main, context, random);
  const odd = ideaFor('B', LEAST_STEPS, context, random);
  const order = random.choose(['A A B', 'A A’ A B', 'A B A C', 'A A A A', 'mirror'] as const);
  const another = sizes.length > 2 && random.chance(ANOTHER_LAST);
  const prime = random.whole(0, 2);
  let nth = -1;
  return sizes.map((steps, i): Ordered => {
    // A cell of another size cannot be the same figure.
    if (steps !== main) return { idea: odd, lower: 0 };
    nth++;
    const isLast = i === sizes.length - 1 && another;
    const isSecond = nth % 2 === 1;
    switch (order) {
      case 'A A B':
        return { idea: isLast ? b : a, lower: 0 };
      case 'A A’ A B':
        if (isLast) return { idea: b, lower: 0 };
        return isSecond ? variedFrom(a, steps, prime) : { idea: a, lower: 0 };
      case 'A B A C':
        if (isLast && isSecond) return { idea: { ...b, letter: 'C', accent: 'last' }, lower: 0 };
        return { idea: isSecond ? b : a, lower: 0 };
      case 'A A A A':
        return { idea: { ...a, accent: 'rising' }, lower: 0 };
      case 'mirror':
        return { idea: isSecond ? { ...a, letter: 'A″', mirrored: true } : a, lower: 0 };
    }
  });
}

/** A’: the figure on the next drum, or with one stroke fewer. */
function variedFrom(idea: CellIdea, steps: number, way: number): Ordered {
  const varied = { ...idea, letter: `${idea.letter}’` };
  if (way < 2 || steps < 3) return { idea: varied, lower: 1 };
  return { idea: { ...varied, rests: new Set([...idea.rests, steps - 1]) }, lower: 0 };
}

function ideaFor(letter: string, steps: number, context: CellContext, random: Random): CellIdea {
  const { recipe } = context;
  const able = ableFigures(context);
  const wished = able.filter((figure) => recipe.figures.includes(figure));
  const among: readonly Figure[] = wished.length ? wished : able;
  const figure = random.weighed(among, (one) => FIGURE_WEIGHTS[one]);
  const sparse = Math.max(0, (FULL - recipe.busy) / FULL);
  const rests = new Set(
    Array.from({ length: steps - 1 }, (_, i) => i + 1).filter(() => random.chance(sparse)),
  );
  return {
    ...{ letter, figure, rests, mirrored: false },
    accent: random.choose(ACCENT_SHAPES),
    turn: random.whole(0, 2),
  };
}

/** Weights of the figures. */
const FIGURE_WEIGHTS: Readonly<Record<Figure, number>> = {
  single: 1,
  double: 0.9,
  paradiddle: 1,
  'six-stroke': 0.8,
  'flam tap': 0.6,
  linear: 1.1,
  'stroke and rest': 0.4,
};

/** The drum of each of `count` cells along the way that hands travel. */
export function alongDrums(
  context: Pick<CellContext, 'drums' | 'recipe'>,
  count: number,
  random: Random,
): Voice[] {
  const { drums, recipe } = context;
  const last = drums.length - 1;
  const drawn = () => Array.from({ length: count }, () => random.whole(0, last)).sort((a, b) => a - b);
  const placesOf = (): number[] => {
    switch (recipe.travel) {
      case 'down':
        return drawn();
      case 'up':
        return drawn().reverse();
      case 'snare first': {
        const half = Math.ceil(count / 2);
        return drawn().map((place, i) => (i < half ? 0 : place));
      }
      case 'answers': {
        const side = random.whole(0, 1);
        return Array.from({ length: count }, (_, i) =>
          i % 2 === side ? 0 : random.whole(Math.min(1, last), last),
        );
      }
      case 'anywhere':
        return Array.from({ length: count }, () => random.whole(0, last));
      case 'path':
        return Array.from({ length: count }, (_, i) => Math.floor((i * drums.length) / count));
    }
  };
  return placesOf().flatMap((place) => drums[place] ?? drums[0] ?? []);
}

/** The drum so many below another on the way round, held at the lowest. Throws RangeError where there is no drum. */
export function drumBelow(drums: readonly Voice[], drum: Voice | undefined, by: number): Voice {
  const at = Math.max(
    0,
    drums.findIndex((one) => one.id === drum?.id),
  );
  const found = drums[Math.min(drums.length - 1, at + by)];
  if (!found) throw new RangeError('There is no drum to play on.');
  return found;
}

/** The size that most cells have, the larger where two are as common. */
function commonest(sizes: readonly number[]): number {
  const count = (size: number) => sizes.filter((one) => one === size).length;
  return [...sizes].sort((a, b) => count(b) - count(a) || b - a)[0] ?? LEAST_STEPS;
}

/** Arrival of a fill: the recipe's, where it leaves a gap, else drawn; short plans mostly run in, to come again. */
function arrivalFor({ recipe, kick, meter }: CellContext, cells: number, random: Random): Arrival {
  if (recipe.gap > 0) return 'gap and flam';
  const long = recipe.takeOver >= 2 * beatTicks(meter);
  if (!long || cells < 2 || random.chance(cells < 3 ? 2 * RUNS_IN : RUNS_IN)) return 'runs in';
  return random.choose(ARRIVALS.filter((one) => one !== 'picked up' || kick !== undefined));
}
