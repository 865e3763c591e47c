import { groupedBy } from '../time/index.ts';
import type { Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { middleOf } from './middle.ts';
import type { PlacedNote } from './placing.ts';

/** Velocities that are meant to differ: by how much their means do at least, and by how many of their spreads. */
const [APART, SPREADS] = [30, 3];
/** From how many mean distances on a stroke is off its place, or its loudness, by itself, and stays so. */
const [FAR, FAR_LOUD] = [2.5, 3];

/**
 * Notes as a drummer means them, without what differs from bar to bar: at each place of the bar each note (a drum) is as early
 * or late, as long and as loud as it is there in the middle (median) of all bars. Strokes of two loudnesses at one place, such
 * as ghosts and accents, stay two, and one that is clearly early, late, loud or soft beside the others stays so. Source: the project's own rule of groove plus feel.
 */
export function evened(placed: readonly PlacedNote[], bars: readonly Bar[]): PlacedNote[] {
  const barOf = barFinder(bars);
  const groups = groupedBy(placed, ({ note, at }) => {
    const bar = bars[barOf(at)];
    return `${note} ${bar?.length} ${at - (bar?.start ?? 0)}`;
  });
  return [...groups.values()].flatMap((group) => levelsOf(group).flatMap(inTheMiddle));
}

/** Notes at one place by how loud they are meant: parted wherever the parts are clearly apart. */
function levelsOf(notes: readonly PlacedNote[]): (readonly PlacedNote[])[] {
  const sorted = [...notes].sort((a, b) => a.velocity - b.velocity);
  const of = (some: readonly PlacedNote[]) => {
    const mean = some.reduce((sum, { velocity }) => sum + velocity, 0) / some.length;
    return { mean, squares: some.reduce((sum, { velocity }) => sum + (velocity - mean) ** 2, 0) };
  };
  let [best, least] = [0, Infinity];
  for (let cut = 1; cut < sorted.length; cut++) {
    if (sorted[cut]?.velocity === sorted[cut - 1]?.velocity) continue;
    const squares = of(sorted.slice(0, cut)).squares + of(sorted.slice(cut)).squares;
    if (squares < least) [best, least] = [cut, squares];
  }
  if (!best) return [sorted];
  const [soft, loud] = [sorted.slice(0, best), sorted.slice(best)];
  const gap = of(loud).mean - of(soft).mean;
  const spread = Math.sqrt(least / sorted.length);
  return gap > APART && gap > SPREADS * spread ? [...levelsOf(soft), ...levelsOf(loud)] : [sorted];
}

function inTheMiddle(notes: readonly PlacedNote[]): PlacedNote[] {
  const length = middleOf(notes.map((one) => one.length));
  const velocities = keptFar(
    notes.map((one) => one.velocity),
    FAR_LOUD,
  );
  const offsets = keptFar(
    notes.map((one) => one.offsetMs),
    FAR,
  );
  return notes.map((note, i) => ({
    ...note,
    length,
    velocity: velocities[i] ?? note.velocity,
    offsetMs: Math.round(10 * (offsets[i] ?? 0)) / 10 + 0,
  }));
}

/** Each value as their median, but for those that are farther from it than so many mean distances. */
function keptFar(values: readonly number[], far: number): number[] {
  const middle = middleOf(values);
  const usual = values.reduce((sum, one) => sum + Math.abs(one - middle), 0) / values.length;
  return values.map((one) => (Math.abs(one - middle) > far * usual ? one : middle));
}
