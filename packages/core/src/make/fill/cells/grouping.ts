import { LEAST_STEPS, MOST_STEPS } from '../../../song/index.ts';
import { cacheByText } from '../../../time/index.ts';

/** A way to tile grid steps with cells, and how likely it is beside others. */
export interface Grouping {
  /** The steps of each cell, in order. */
  readonly cells: readonly number[];
  readonly weight: number;
}

/** Weight of a grouping with its odd cell first, and of one without a repeat. */
const [TURNED, ALONE] = [0.4, 0.12];

/**
 * The ways to tile `steps` grid steps (2 at least) with cells of 2 to 7: as many of one size as fit and the odd one last
 * (3+3+2, 5+5+6, 3+3+3+3+4), the same with the odd one first, and the half or the quarter of the stretch so tiled and
 * repeated. `groups` are the groups of the meter in grid steps, where they fit the stretch. Those that repeat a cell are
 * likelier. Source: the drummers' practice of grouping against the beat, as the project's own music page has it.
 */
export function groupingsOf(steps: number, groups: readonly number[] = []): readonly Grouping[] {
  return groupingCache(JSON.stringify([steps, ...groups]));
}

/** A fill is made hundreds of times over one stretch. */
const groupingCache = cacheByText(100, (key) => {
  const [steps = 0, ...groups] = JSON.parse(key) as number[];
  return workOut(steps, groups);
});

function workOut(steps: number, groups: readonly number[]): Grouping[] {
  const found = new Map<string, Grouping>();
  const add = (cells: readonly number[], weight: number) => {
    const key = cells.join('+');
    if (cells.length && !found.has(key)) found.set(key, { cells, weight });
  };
  const fits =
    groups.length > 1 &&
    groups.every((size) => size >= LEAST_STEPS && size <= MOST_STEPS) &&
    steps % sum(groups) === 0;
  if (fits) add(times(groups, steps / sum(groups)), 1.2);
  for (const parts of [1, 2, 4, 8]) {
    if (steps % parts || steps / parts < LEAST_STEPS) continue;
    for (let size = LEAST_STEPS; size <= MOST_STEPS; size++) {
      const cells = tile(steps / parts, size);
      if (!cells) continue;
      const all = times(cells, parts);
      const repeats = new Set(all).size < all.length;
      add(all, repeats ? 1 : ALONE);
      const last = cells.at(-1) ?? 0;
      if (new Set(cells).size > 1) add(times([last, ...cells.slice(0, -1)], parts), repeats ? TURNED : ALONE);
    }
  }
  return [...found.values()];
}

/** As many cells of a size as fit, and what is left as the last one; null where that would be too short or too long. */
function tile(steps: number, size: number): number[] | null {
  const whole = Math.floor(steps / size);
  const left = steps - whole * size;
  if (!whole) return null;
  if (left === 0) return Array<number>(whole).fill(size);
  if (left >= LEAST_STEPS) return [...Array<number>(whole).fill(size), left];
  // A single step left over makes the last cell one longer, as in 3+3+3+3+4.
  return size + left <= MOST_STEPS ? [...Array<number>(whole - 1).fill(size), size + left] : null;
}

/** The most cells that are named one by one. */
const LONGEST_NAME = 6;

/**
 * A grouping as musicians count it.
 * @example groupingName([3, 3, 2]) // => '3+3+2'
 * @example groupingName([4, 4, 4, 4, 4, 4, 4, 4]) // => '4s'
 * @example groupingName([3, 3, 2, 3, 3, 2, 3, 3, 2]) // => '3+3+2, 3 times'
 */
export function groupingName(cells: readonly number[]): string {
  if (cells.length <= LONGEST_NAME && !(cells.length > 4 && new Set(cells).size === 1))
    return cells.join('+');
  for (let size = 1; size <= cells.length / 2; size++) {
    if (cells.length % size || cells.some((one, i) => one !== cells[i % size])) continue;
    return size === 1 ? `${cells[0]}s` : `${cells.slice(0, size).join('+')}, ${cells.length / size} times`;
  }
  return runsOf(cells);
}

/** Cells named by their runs, such as "4 (7 times), 6". */
function runsOf(cells: readonly number[]): string {
  const runs: { size: number; count: number }[] = [];
  for (const size of cells) {
    const last = runs.at(-1);
    if (last?.size === size) last.count++;
    else runs.push({ size, count: 1 });
  }
  return runs.map(({ size, count }) => (count > 1 ? `${size} (${count} times)` : String(size))).join(', ');
}

function times(cells: readonly number[], count: number): number[] {
  return Array.from({ length: count }, () => cells).flat();
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((all, one) => all + one, 0);
}
