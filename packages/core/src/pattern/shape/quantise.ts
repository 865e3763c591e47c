import { gridTicks, snap } from '../../time/grid.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches } from './rule.ts';

/**
 * Moves hits towards the nearest place of their row's grid, and their early/late towards none, by `strength` percent.
 * A place at or beyond the end is the last one within the pattern, so that no hit leaves it.
 */
export const quantise: ShapeRule<RuleOf<'quantise'>> = (hits, shape, { length }) =>
  hits.map((hit) => {
    const grid = shape.grids[hit.voice];
    if (!grid || !touches(shape.voices, hit)) return hit;
    const nearest = snap(hit.at, grid);
    const target = nearest < length ? nearest : snap(hit.at - gridTicks(grid), grid);
    const share = shape.strength / 100;
    return {
      ...hit,
      at: Math.round(hit.at + (target - hit.at) * share),
      offsetMs: Math.round(hit.offsetMs * (1 - share) * 10) / 10,
    };
  });
