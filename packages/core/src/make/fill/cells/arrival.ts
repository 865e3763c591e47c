import { type Cell, type CellPlan, type CellStroke, clampVelocity } from '../../../song/index.ts';
import { beatTicks, gridTicks, PPQ, type Random } from '../../../time/index.ts';
import { byStep, type CellContext, cellStarts, fillStart } from './cell.ts';

/** Velocity of the one stroke that a fill stops on. */
const STOP = 118;

/**
 * The plan with its arrival worked in: *runs in* leaves it as it is; *stops* ends it with one loud stroke on the last beat or
 * the half after it; *gap and flam* leaves the recipe's gap, or half a beat, after a last flam; *cut short* leaves out the
 * second half of the last cell; *picked up* plays the groove's own kick in the last cell.
 */
export function arrive(plan: CellPlan, context: CellContext, random: Random): CellPlan {
  const { recipe, meter, length, kick } = context;
  const beat = beatTicks(meter);
  const starts = cellStarts(plan, fillStart(context));
  const step = gridTicks(plan.grid);
  const placeOf = (i: number, stroke: CellStroke) => (starts[i] ?? 0) + stroke.step * step;
  const keep = (isKept: (at: number) => boolean): CellPlan => {
    const cells = plan.cells.map((cell, i) => {
      const strokes = cell.strokes.filter((stroke) => isKept(placeOf(i, stroke)));
      return strokes.length === cell.strokes.length ? cell : { ...cell, strokes };
    });
    // Nothing is left of a fill that is shorter than its gap.
    return cells.some((cell) => cell.strokes.length) ? { ...plan, cells } : { ...plan, arrival: 'runs in' };
  };
  switch (plan.arrival) {
    case 'runs in':
      return plan;
    case 'stops': {
      const half = beat / 2;
      const onHalf = random.chance(0.4) && half % step === 0;
      const stop = length - beat + (onHalf ? half : 0);
      const i = starts.findLastIndex((start) => start <= stop);
      const cell = plan.cells[i];
      const at = cell ? (stop - (starts[i] ?? 0)) / step : -1;
      if (!cell || !Number.isInteger(at) || at >= cell.steps) return { ...plan, arrival: 'runs in' };
      const last: CellStroke[] = [{ step: at, by: 'R', voice: cell.drum, velocity: STOP }];
      if (kick) last.push({ step: at, by: 'F', voice: kick.id, velocity: STOP });
      const kept = keep((place) => place < stop);
      return {
        ...kept,
        arrival: 'stops',
        cells: kept.cells.with(i, withStrokes(kept.cells[i] ?? cell, last)),
      };
    }
    case 'gap and flam': {
      const gap = recipe.gap ? (recipe.gap * PPQ) / 4 : beat / 2;
      const kept = keep((at) => at < length - gap);
      return kept.arrival === 'runs in' ? kept : withLastFlam(kept);
    }
    case 'cut short': {
      const cell = plan.cells.at(-1);
      const end = length - Math.floor((cell?.steps ?? 0) / 2) * step;
      return keep((at) => at < end);
    }
    case 'picked up': {
      const i = plan.cells.length - 1;
      const cell = plan.cells[i];
      if (!cell || !kick) return { ...plan, arrival: 'runs in' };
      const start = starts[i] ?? 0;
      const own = new Set(context.kicks.map((at) => (at - start) / step));
      const its = Array.from({ length: cell.steps }, (_, at) => at).filter((at) => own.has(at));
      // A groove without a kick there is picked up on the last step.
      const places = its.length ? its : [cell.steps - 1];
      const strokes = places.map((at): CellStroke => ({
        step: at,
        by: 'F',
        voice: kick.id,
        velocity: clampVelocity(recipe.velocity.to),
      }));
      const [first = 0] = places;
      const before = cell.strokes.filter((stroke) => stroke.step < first);
      return { ...plan, cells: plan.cells.with(i, { ...cell, strokes: [...before, ...strokes] }) };
    }
  }
}

function withStrokes(cell: Cell, more: readonly CellStroke[]): Cell {
  return { ...cell, strokes: byStep([...cell.strokes, ...more]) };
}

/** The plan with a flam on the last stroke of the hands. */
function withLastFlam(plan: CellPlan): CellPlan {
  const i = plan.cells.findLastIndex((cell) => cell.strokes.some((stroke) => stroke.by !== 'F'));
  const cell = plan.cells[i];
  if (!cell) return plan;
  const last = cell.strokes.findLastIndex((stroke) => stroke.by !== 'F');
  const strokes = cell.strokes.map((stroke, at) => (at === last ? { ...stroke, flam: true } : stroke));
  return { ...plan, cells: plan.cells.with(i, { ...cell, strokes }) };
}
