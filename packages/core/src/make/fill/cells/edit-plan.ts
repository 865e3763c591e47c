import {
  ACCENT_SHAPES,
  type Cell,
  type CellPlan,
  type CellStroke,
  type Id,
  LEAST_STEPS,
  MOST_STEPS,
  omit,
  type Refusal,
} from '../../../song/index.ts';
import { type Random, randomFrom, seedFrom } from '../../../time/index.ts';
import {
  ableFigures,
  byStep,
  type CellContext,
  type CellIdea,
  cellOf,
  cellStarts,
  cellStep,
  fillStart,
  LOUDEST_GHOST,
  mirrored,
  SOFTEST_GHOST,
} from './cell.ts';
import { drumBelow, planCells } from './plan.ts';

/** A change of a plan, why it cannot be, or null where there is nothing to change. */
export type PlanOutcome = CellPlan | Refusal | null;

/** Exchanges a cell for another figure over the same steps, on the same drum; every cell of its letter goes with it. */
export function exchangeCell(plan: CellPlan, index: number, context: CellContext, seed: number): PlanOutcome {
  const cell = plan.cells[index];
  if (!cell) return null;
  const random = randomFrom(seedFrom('exchange', seed));
  const figures = ableFigures(context).filter((one) => one !== cell.figure);
  const idea: CellIdea = {
    letter: cell.letter,
    figure: random.choose(figures),
    accent: random.choose(ACCENT_SHAPES),
    turn: random.whole(0, 2),
    rests: new Set(),
    mirrored: false,
  };
  const starts = cellStarts(plan, fillStart(context));
  const cells = plan.cells.map((one, i) =>
    one.letter === cell.letter && one.steps === cell.steps
      ? playedAs(one, idea, starts[i] ?? 0, plan, context, seed)
      : one,
  );
  return { ...withoutKind(plan), cells };
}

/** A plan whose figures are other ones is of no kind any more. */
function withoutKind(plan: CellPlan): CellPlan {
  return omit(plan, 'kind');
}

/** Turns the grouping round: the last cell comes first. */
export function turnGrouping(plan: CellPlan): PlanOutcome {
  const last = plan.cells.at(-1);
  return last && plan.cells.length > 1 ? { ...plan, cells: [last, ...plan.cells.slice(0, -1)] } : null;
}

/** Plays a cell back to front. */
export function mirrorCell(plan: CellPlan, index: number): PlanOutcome {
  const cell = plan.cells[index];
  return cell ? withCell(plan, index, mirrored(cell)) : null;
}

/** Plays a cell a drum lower on the way round the kit, from the lowest on the first again. */
export function lowerCell(plan: CellPlan, index: number, context: CellContext): PlanOutcome {
  const cell = plan.cells[index];
  if (!cell || context.drums.length < 2) return null;
  const at = context.drums.findIndex((drum) => drum.id === cell.drum);
  const next =
    at === context.drums.length - 1 ? context.drums[0] : drumBelow(context.drums, context.drums[at], 1);
  if (!next) return null;
  const strokes = cell.strokes.map((stroke) =>
    stroke.voice === cell.drum ? { ...stroke, voice: next.id } : stroke,
  );
  return withCell(plan, index, { ...cell, drum: next.id, strokes });
}

/**
 * Moves the edge between a cell and the next one by grid steps: one grows by what the other loses, and both play their
 * figures over their new lengths. Refused where a cell would be shorter than 2 or longer than 7 steps.
 */
export function moveEdge(plan: CellPlan, index: number, by: number, context: CellContext): PlanOutcome {
  const [cell, next] = [plan.cells[index], plan.cells[index + 1]];
  if (!cell || !next || !by) return null;
  if (cellStep(plan, cell) !== cellStep(plan, next))
    return { reason: 'Those two cells are of different note values.' };
  const lengths = [cell.steps + by, next.steps - by];
  if (lengths.some((steps) => steps < LEAST_STEPS || steps > MOST_STEPS))
    return { reason: `A cell has ${LEAST_STEPS} to ${MOST_STEPS} steps.` };
  const cells = plan.cells
    .with(index, { ...cell, steps: lengths[0] ?? 0 })
    .with(index + 1, { ...next, steps: lengths[1] ?? 0 });
  const moved = { ...plan, cells };
  const starts = cellStarts(moved, fillStart(context));
  return {
    ...moved,
    cells: cells.map((one, i) =>
      i === index || i === index + 1 ? playedAs(one, ideaOf(one), starts[i] ?? 0, plan, context, i) : one,
    ),
  };
}

/** Makes all but one cell anew, on the same grouping. */
export function remakeOthers(plan: CellPlan, index: number, context: CellContext, seed: number): PlanOutcome {
  const kept = plan.cells[index];
  if (!kept) return null;
  const random = randomFrom(seedFrom('others', seed));
  const ideas = new Map<string, CellIdea>();
  const starts = cellStarts(plan, fillStart(context));
  const fresh = planCells({ ...context, recipe: { ...context.recipe, seed } });
  const cells = plan.cells.map((cell, i) => {
    if (i === index) return cell;
    const model = random.choose(fresh.cells);
    const key = `${cell.letter} ${cell.steps}`;
    const idea = ideas.get(key) ?? { ...ideaOf(model), letter: cell.letter };
    ideas.set(key, idea);
    const drum = context.drums.some((one) => one.id === model.drum) ? model.drum : cell.drum;
    return playedAs({ ...cell, drum }, idea, starts[i] ?? 0, plan, context, seed + i);
  });
  return { ...withoutKind(plan), cells };
}

/** Puts ghost notes of the snare on the rests of a cell, or takes its ghosts away where it has some. */
export function ghostCell(plan: CellPlan, index: number, context: CellContext, seed: number): PlanOutcome {
  const cell = plan.cells[index];
  const { snare } = context;
  if (!cell || !snare) return null;
  const random = randomFrom(seedFrom('ghosts', seed, index));
  const isGhost = (stroke: Cell['strokes'][number]) =>
    stroke.voice === snare.id && stroke.velocity <= LOUDEST_GHOST;
  const without = cell.strokes.filter((stroke) => !isGhost(stroke));
  if (without.length < cell.strokes.length) return withCell(plan, index, { ...cell, strokes: without });
  const taken = new Set(cell.strokes.map((stroke) => stroke.step));
  const free = Array.from({ length: cell.steps }, (_, step) => step).filter((step) => !taken.has(step));
  if (!free.length) return { reason: 'Every step of that cell is played.' };
  const strokes = byStep([...cell.strokes, ...free.map((step) => ghost(step, snare.id, random))]);
  return withCell(plan, index, { ...cell, strokes });
}

/** One stroke fewer in each cell, the softest one; a cell keeps one. Null where none has more. */
export function sparser(plan: CellPlan): PlanOutcome {
  const cells = plan.cells.map((cell) => {
    if (cell.strokes.length < 2) return cell;
    const softest = Math.min(...cell.strokes.map((stroke) => stroke.velocity));
    const at = cell.strokes.findLastIndex((stroke) => stroke.velocity === softest);
    return { ...cell, strokes: cell.strokes.toSpliced(at, 1) };
  });
  return cells.some((cell, i) => cell !== plan.cells[i]) ? { ...plan, cells } : null;
}

/** One stroke more in each cell: a ghost note of the snare on its first rest. Null where every step is played. */
export function busier(plan: CellPlan, { snare }: CellContext, seed: number): PlanOutcome {
  if (!snare) return null;
  const random = randomFrom(seedFrom('busier', seed));
  const cells = plan.cells.map((cell) => {
    const taken = new Set(cell.strokes.map((stroke) => stroke.step));
    const step = Array.from({ length: cell.steps }, (_, i) => i).find((one) => !taken.has(one));
    return step === undefined
      ? cell
      : { ...cell, strokes: byStep([...cell.strokes, ghost(step, snare.id, random)]) };
  });
  return cells.some((cell, i) => cell !== plan.cells[i]) ? { ...plan, cells } : null;
}

function ghost(step: number, voice: Id, random: Random): CellStroke {
  return { step, by: step % 2 ? 'L' : 'R', voice, velocity: random.whole(SOFTEST_GHOST, LOUDEST_GHOST) };
}

function ideaOf({ letter, figure, accent }: Cell): CellIdea {
  return { letter, figure, accent, turn: 0, rests: new Set(), mirrored: letter.endsWith('″') };
}

/** A cell's steps and drum, played as an idea has it from `start` ticks of the pattern on. */
function playedAs(
  cell: Cell,
  idea: CellIdea,
  start: number,
  { grid: plain }: CellPlan,
  context: CellContext,
  seed: number,
): Cell {
  const drum = drumBelow(
    context.drums,
    context.drums.find((one) => one.id === cell.drum),
    0,
  );
  const { grid = plain, steps } = cell;
  const random = randomFrom(seedFrom('cell', seed, start));
  const played = cellOf(idea, steps, drum, start, grid, context, random);
  return cell.grid ? { ...played, grid } : played;
}

function withCell(plan: CellPlan, index: number, cell: Cell): CellPlan {
  return { ...plan, cells: plan.cells.with(index, cell) };
}
