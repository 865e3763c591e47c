import {
  type AccentShape,
  type Cell,
  type CellPlan,
  type CellStroke,
  clampVelocity,
  type Figure,
  FIGURES,
  type FillRecipe,
  type Id,
  type Voice,
} from '../../../song/index.ts';
import { gridTicks, type Meter, type Random } from '../../../time/index.ts';
import { drumsOf } from '../travel.ts';
import { accentsOf, hasGhosts, isFlam, stepsOf } from './figure.ts';

/** Softest and loudest velocity of ghost notes between accents. */
export const [SOFTEST_GHOST, LOUDEST_GHOST] = [25, 45];
/** Rise of accents above the recipe's velocity, and the shares of it for plain strokes and for the foot. */
const [ACCENT, PLAIN, FOOT] = [12, 0.78, 0.92];

/** The setting of a fill's cells: kit, groove and recipe. Places are in ticks from the start of the fill's pattern. */
export interface CellContext {
  readonly recipe: FillRecipe;
  readonly meter: Meter;
  /** The length of the fill's pattern, of which the last `takeOver` ticks are tiled. */
  readonly length: number;
  readonly voices: readonly Voice[];
  /** The drums that the hands go round, from the snare down. */
  readonly drums: readonly Voice[];
  readonly snare: Voice | undefined;
  readonly kick: Voice | undefined;
  /** Places of the groove's kicks, and of its kicks and backbeats together. */
  readonly kicks: readonly number[];
  readonly strong: readonly number[];
}

/** The context of a fill for a kit; the recipe's own drums are those that take part, or all that hands go round. */
export function cellContext(
  recipe: FillRecipe,
  meter: Meter,
  length: number,
  voices: readonly Voice[],
  groove: readonly { readonly voice: Id; readonly at: number }[],
): CellContext {
  const drums = drumsOf(recipe, voices);
  const kick = voices.find((voice) => voice.limb === 'right foot');
  const isSnare = (id: Id) => voices.find((voice) => voice.id === id)?.family === 'snare';
  const kicks = groove.filter((hit) => hit.voice === kick?.id).map((hit) => hit.at);
  const back = groove.filter((hit) => isSnare(hit.voice)).map((hit) => hit.at);
  return {
    ...{ recipe, meter, length, voices, drums, kick, kicks },
    snare: drums.find((voice) => voice.family === 'snare') ?? drums[0],
    strong: [...kicks, ...back],
  };
}

/** A figure that a cell is made of, before it stands anywhere. */
export interface CellIdea {
  readonly letter: string;
  readonly figure: Figure;
  readonly accent: AccentShape;
  /** Which of several stickings of the figure it is. */
  readonly turn: number;
  /** Steps that are left out. */
  readonly rests: ReadonlySet<number>;
  readonly mirrored: boolean;
}

/** A cell of an idea on a drum, from `start` ticks of the pattern on; what it plays goes along the recipe's velocity. */
export function cellOf(
  idea: CellIdea,
  steps: number,
  drum: Voice,
  start: number,
  grid: CellPlan['grid'],
  context: CellContext,
  random: Random,
): Cell {
  const { recipe, kick, snare } = context;
  const { figure, accent } = idea;
  const step = gridTicks(grid);
  const from = fillStart(context);
  const strong = new Set(context.strong.map((at) => (at - start) / step));
  const symbols = stepsOf(figure, steps, idea.turn).map((one, i) => (idea.rests.has(i) ? '.' : one));
  const accents = accentsOf(figure, accent, symbols, strong);
  const ghostly = hasGhosts(figure) && snare !== undefined;
  const strokes = symbols.flatMap((by, i): CellStroke[] => {
    if (by === '.') return [];
    const share = Math.min(1, (start + i * step - from) / recipe.takeOver);
    const level = recipe.velocity.from + share * (recipe.velocity.to - recipe.velocity.from);
    if (by === 'F')
      return kick ? [{ step: i, by, voice: kick.id, velocity: clampVelocity(level * FOOT) }] : [];
    const stands = accents.has(i);
    const rising = accent === 'rising' ? (ACCENT * 2 * (i - steps / 2)) / steps : 0;
    if (!stands && ghostly)
      return [{ step: i, by, voice: snare.id, velocity: random.whole(SOFTEST_GHOST, LOUDEST_GHOST) }];
    const onSnare = figure === 'linear' && !stands && snare !== undefined;
    const velocity = clampVelocity(stands ? level + ACCENT + rising : level * PLAIN);
    const flam = isFlam(figure, i);
    return [{ step: i, by, voice: onSnare ? snare.id : drum.id, velocity, ...(flam ? { flam } : {}) }];
  });
  const cell = { letter: idea.letter, steps, figure, accent, drum: drum.id, strokes };
  return idea.mirrored ? mirrored(cell) : cell;
}

/** The cell back to front. */
export function mirrored(cell: Cell): Cell {
  const strokes = cell.strokes.map((stroke) => ({ ...stroke, step: cell.steps - 1 - stroke.step }));
  return { ...cell, strokes: byStep(strokes) };
}

/** Strokes in the order in which they are played. */
export function byStep(strokes: readonly CellStroke[]): CellStroke[] {
  return [...strokes].sort((a, b) => a.step - b.step);
}

/** Start of a fill in its pattern, in ticks. */
export function fillStart({ length, recipe }: CellContext): number {
  return length - recipe.takeOver;
}

/** The figures that a recipe and a kit allow: a linear one needs a foot. */
export function ableFigures({ recipe, kick }: CellContext): readonly Figure[] {
  const canFoot = kick !== undefined && recipe.feet !== 'none';
  return FIGURES.filter((figure) => figure !== 'linear' || canFoot);
}

/** Starts of the cells of a plan, in ticks, the first at `from`. */
export function cellStarts(plan: CellPlan, from: number): number[] {
  let at = from;
  return plan.cells.map((cell) => {
    const start = at;
    at += cell.steps * cellStep(plan, cell);
    return start;
  });
}

/** Length of a grid step of a cell, in ticks. */
export function cellStep({ grid }: CellPlan, cell: Pick<Cell, 'grid'>): number {
  return gridTicks(cell.grid ?? grid);
}

/** Number of grid steps that a plan tiles. */
export function planSteps({ cells }: Pick<CellPlan, 'cells'>): number {
  return cells.reduce((sum, cell) => sum + cell.steps, 0);
}
