import { type Grid, gridTicks, type Random } from '../../../time/index.ts';
import { type Beat, beatsIn, cellFor, gridFitting, runFor, stepsOf, stopFor } from './beats.ts';
import type { FillContext } from './context.ts';

/** Orders of rhythms over so many beats, the likeliest first: a figure is heard again before another answers it. */
const ORDERS: Readonly<Record<number, readonly string[]>> = {
  1: ['A'],
  2: ['AB', 'AA'],
  3: ['AAB', 'ABA', 'ABB', 'ABC'],
  4: ['AAAB', 'ABAC', 'AABA', 'ABAB', 'AABB', 'ABCD', 'ABBB'],
};

/** A way to come to the downbeat. */
export type Arriving = 'runs in' | 'stops';

/** Wishes of a kind for its rhythm. */
export interface RhythmWish {
  /** Share of steps that are played, 0..1; the recipe's where it is not given. */
  readonly busy?: number;
  /** Cells that may be taken; all where it is not given. */
  readonly isMeant?: (cell: string) => boolean;
  readonly arriving?: Arriving;
  /** Note values; the recipe's where they are not given. */
  readonly grids?: readonly Grid[];
}

/** Chance to stop before the downbeat, and to begin late. */
const [STOPS, LATE] = [0.3, 0.12];
/** The same chance in a fill of a single beat. */
const STOPS_ALONE = 0.6;

/** Draws a rhythm over the take-over: a cell a beat, in an order in which figures come again, and an arrival. */
export function phraseOf(context: FillContext, random: Random, wish: RhythmWish = {}): readonly Beat[] {
  const { recipe, meter, from, to } = context;
  const busy = wish.busy ?? recipe.busy / 100;
  const grids = wish.grids ?? recipe.values;
  const stretches = beatsIn(from, to, meter);
  const letters = lettersFor(stretches.length, random);
  const byLetter = new Map<string, string>();
  const gridBy = new Map<string, Grid>();
  const beats = stretches.map(({ start, length: ticks }, i): Beat => {
    const letter = letters[i] ?? 'A';
    const grid = gridFitting(ticks, [gridBy.get(letter) ?? random.choose(grids), ...grids]);
    gridBy.set(letter, grid);
    const steps = stepsOf({ grid }, ticks);
    const key = `${letter} ${steps}`;
    const cell = byLetter.get(key) ?? cellFor(steps, busy, random, wish.isMeant);
    byLetter.set(key, cell);
    return { start, grid, cell, letter };
  });
  return arrived(
    begun(beats, random),
    busy,
    wish.arriving ?? (random.chance(beats.length > 1 ? STOPS : STOPS_ALONE) ? 'stops' : 'runs in'),
    random,
  );
}

function lettersFor(count: number, random: Random): string {
  const known = ORDERS[count];
  if (known) return random.weighed(known, (order) => 1 / (1 + known.indexOf(order)));
  const first = random.choose(ORDERS[4] ?? ['AAAB']);
  const last = random.choose(ORDERS[4] ?? ['AAAB']);
  return (
    first.repeat(Math.ceil(count / 4)).slice(0, Math.max(0, count - 4)) + last.slice(0, Math.min(4, count))
  );
}

/** Now and then the first beat of several is left to the groove's last stroke. */
function begun(beats: readonly Beat[], random: Random): readonly Beat[] {
  const [first, ...others] = beats;
  if (!first || others.length < 2 || !random.chance(LATE)) return beats;
  const late =
    '.'.repeat(Math.ceil(first.cell.length / 2)) + first.cell.slice(Math.ceil(first.cell.length / 2));
  return [{ ...first, cell: late }, ...others];
}

/** The beats with an arrival in the last of them. */
function arrived(beats: readonly Beat[], busy: number, arriving: Arriving, random: Random): readonly Beat[] {
  const last = beats.at(-1);
  if (!last) return beats;
  const steps = last.cell.length;
  const isStop = arriving === 'stops';
  const cell = isStop
    ? stopFor(steps, random)
    : last.cell.endsWith('x')
      ? last.cell
      : runFor(steps, busy, random);
  return beats.with(-1, cell === last.cell ? last : { ...last, cell, letter: 'Z' });
}

/** Cells of `size` steps one after the other over the take-over, whatever the beat; what is left over is the last one. */
export function acrossTheBeat(
  { recipe, from, to }: FillContext,
  size: number,
  cell: string,
  random: Random,
): readonly Beat[] {
  const grid = gridFitting(to - from, [random.choose(recipe.values)]);
  const step = gridTicks(grid);
  const beats: Beat[] = [];
  for (let at = from; at < to; at += size * step) {
    const steps = Math.min(size, Math.round((to - at) / step));
    beats.push({
      start: at,
      grid,
      cell: steps === size ? cell : cellFor(steps, 1, random),
      letter: steps === size ? 'A' : 'B',
    });
  }
  return beats;
}
