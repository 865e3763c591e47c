import { barTicks, type Grid, gridTicks, type Meter, PPQ, pulses, type Random } from '../../../time/index.ts';

/** A beat of a fill: a cell of rhythm, a character a grid step, `x` a stroke and `.` a rest. Places are in ticks. */
export interface Beat {
  readonly start: number;
  readonly grid: Grid;
  readonly cell: string;
  /** Beats of one letter have one rhythm. */
  readonly letter: string;
}

/** Places on which a rhythm has strokes, with the beat of each. */
export interface Onset {
  readonly at: number;
  readonly beat: number;
  /** Step of its beat, from 0. */
  readonly step: number;
}

/**
 * Cells of rhythm over a beat, by its number of steps. Source: the cells that drummers use, as the project's own music page
 * lists them.
 */
const CELLS: Readonly<Record<number, readonly string[]>> = {
  1: ['x'],
  2: ['xx', 'x.', '.x'],
  3: ['xxx', 'x.x', '.xx', 'xx.'],
  4: ['x...', 'x.x.', 'xx..', 'x..x', 'xxx.', 'xx.x', 'x.xx', '.xxx', 'xxxx', '..xx', '.x.x'],
  5: ['xxxxx', 'x.xxx', 'xxx.x', 'x..x.'],
  6: ['xxxxxx', 'x.xxxx', 'x.x.x.', 'xxx...', 'x..x..', 'xxxx..', 'xx.xx.', 'x.xx.x', '..xxxx', '.xxxxx'],
  8: ['xxxxxxxx', 'x.x.xxxx', 'xxxxx.x.', 'x...xxxx', 'xxxxx...', 'x.xxx.x.'],
};
/** Cells that a fill stops on, and those that run into the downbeat, by their number of steps. */
const STOPS: Readonly<Record<number, readonly string[]>> = {
  2: ['x.'],
  3: ['x..', 'xx.'],
  4: ['x...', 'x.x.', 'xx..', '..x.'],
  6: ['x.....', 'x..x..', 'x.x...'],
  8: ['x.......', 'xxxxx...'],
};

/** Spread of a cell's fullness about what is wished, and the least weight of one that is far off. */
const [FULLNESS_SPREAD, LEAST_WEIGHT] = [0.24, 0.02];

/** Share of a cell's steps that are played, 0..1. */
export function fullness(cell: string): number {
  return onsetsOf(cell).length / cell.length;
}

/** The steps of a cell that are played. */
export function onsetsOf(cell: string): number[] {
  return Array.from(cell).flatMap((one, i) => (one === 'x' ? [i] : []));
}

/** A cell of so many steps; one that is `busy` (0..1) of its steps full is the likeliest. */
export function cellFor(
  steps: number,
  busy: number,
  random: Random,
  isMeant: (cell: string) => boolean = () => true,
): string {
  const all = CELLS[steps] ?? joined(steps, busy, random);
  const meant = all.filter(isMeant);
  return random.weighed(meant.length ? meant : all, (cell) =>
    Math.max(LEAST_WEIGHT, Math.exp(-(((fullness(cell) - busy) / FULLNESS_SPREAD) ** 2))),
  );
}

/** Cells of a beat that is longer than any of the table, put together of fours and what is left. */
function joined(steps: number, busy: number, random: Random): readonly string[] {
  const parts: string[] = [];
  for (let left = steps; left > 0;) {
    const size = left === 6 || left < 4 ? left : 4;
    parts.push(cellFor(size, busy, random));
    left -= size;
  }
  return [parts.join('')];
}

/** A cell that stops on its first strokes, and one that runs on to its end. */
export function stopFor(steps: number, random: Random): string {
  return random.choose(STOPS[steps] ?? ['x'.padEnd(steps, '.')]);
}

export function runFor(steps: number, busy: number, random: Random): string {
  return cellFor(steps, busy, random, (cell) => cell.endsWith('x'));
}

/** Whole beats that a stretch of a pattern is made of, in ticks; what is left over begins it. `to` is a bar line. */
export function beatsIn(
  from: number,
  to: number,
  meter: Meter,
): readonly { start: number; length: number }[] {
  const bar = barTicks(meter);
  const starts = new Set<number>([from]);
  for (let at = Math.floor(from / bar) * bar; at < to; at += bar)
    for (const pulse of pulses(meter)) if (at + pulse > from && at + pulse < to) starts.add(at + pulse);
  const sorted = [...starts].sort((a, b) => a - b);
  return sorted.map((start, i) => ({ start, length: (sorted[i + 1] ?? to) - start }));
}

/** The first of these grids, or 16ths, 32nds or finer, on which a beat has whole steps. */
export function gridFitting(length: number, grids: readonly Grid[]): Grid {
  const usual: readonly Grid[] = [4, 8, 3, 6, 12];
  return [...grids, ...usual].find((grid) => length % gridTicks(grid) === 0) ?? 4;
}

export function stepsOf({ grid }: Pick<Beat, 'grid'>, length: number): number {
  return Math.max(1, Math.round(length / gridTicks(grid)));
}

/** The strokes of beats, in order. */
export function onsetsIn(beats: readonly Beat[]): Onset[] {
  return beats.flatMap(({ start, grid, cell }, beat) =>
    onsetsOf(cell).map((step) => ({ at: start + step * gridTicks(grid), beat, step })),
  );
}

/** True for places with a rest of an 8th or more between two of them, or between the last one and the end. */
export function holdsAir(places: readonly number[], end: number): boolean {
  return places.some((at, i) => (places[i + 1] ?? end) - at >= AIR);
}

/** From the stroke before a rest of an 8th to the one after it, in ticks. */
const AIR = PPQ / 2 + PPQ / 4;
