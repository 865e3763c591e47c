import { modulo, PPQ } from './ticks.ts';

/** Divisions of a quarter note that a row can have: straight 1, 2, 4, 8, triplet 3, 6, 12 and quintuplet 5. */
export const GRIDS = [1, 2, 4, 8, 3, 6, 12, 5] as const;
/** Steps of a grid to a quarter note. */
export type Grid = (typeof GRIDS)[number];

const NAMES: Readonly<Record<Grid, string>> = {
  1: 'quarters',
  2: '8ths',
  4: '16ths',
  8: '32nds',
  3: '8th triplets',
  6: '16th triplets',
  12: '32nd triplets',
  5: 'quintuplets',
};

/**
 * Length of one grid step in ticks.
 * @example gridTicks(6) // => 160
 */
export function gridTicks(grid: Grid): number {
  return PPQ / grid;
}

/** Triplet and quintuplet grids take no swing. */
export function isTuplet(grid: Grid): boolean {
  return grid % 3 === 0 || grid % 5 === 0;
}

/** The grid in the trade's words, such as "16ths". */
export function gridName(grid: Grid): string {
  return NAMES[grid];
}

/**
 * The grid place nearest to `tick`; a tick half-way goes to the later place.
 * @example snap(250, 4) // => 240
 */
export function snap(tick: number, grid: Grid): number {
  return Math.round(tick / gridTicks(grid)) * gridTicks(grid);
}

/** The grid place at or before `tick`. */
export function snapDown(tick: number, grid: Grid): number {
  return tick - modulo(tick, gridTicks(grid));
}
