import { swingOffset } from '../pattern/index.ts';
import { FARTHEST_MS } from '../song/index.ts';
import { type Grid, gridTicks, groupedBy, isTuplet, tempoAt, ticksToMs } from '../time/index.ts';
import type { ArrivedNote, Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { type Bend, nearestPlace, type PlacedBy, type PlacedNote, STRAIGHT } from './placing.ts';

/** The grids that may be a row's, and the finer ones that each is divided into. */
const FINER: Readonly<Partial<Record<Grid, readonly Grid[]>>> = { 4: [8, 6, 12], 3: [6, 12] };
/** Share of the distance that a finer grid may leave, and least number of notes of a bar with a grid of its own. */
const [LEFT, FEWEST] = [0.6, 4];

/** Mean distance of places from a grid, in ticks, and its share of the step. */
function distanceFrom(places: readonly number[], grid: Grid, bend: Bend): { mean: number; share: number } {
  const step = gridTicks(grid);
  const bent = isTuplet(grid) ? STRAIGHT : bend;
  const sum = places.reduce((all, tick) => {
    const at = nearestPlace(tick, step, bent);
    return all + Math.abs(tick - at - bent(at));
  }, 0);
  const mean = sum / Math.max(1, places.length);
  return { mean, share: mean / step };
}

/**
 * The grid on which uneven playing stands: 16ths or triplets, whichever is nearer, or a finer one where the places are much
 * nearer to it than chance would have them. A scatter is as large on every grid, so it is a larger share of a finer step.
 */
export function evenGrid(places: readonly number[], bend: Bend = STRAIGHT): Grid {
  const [straight, triplet] = ([4, 3] as const).map((grid) => distanceFrom(places, grid, bend));
  if (!straight || !triplet) return 4;
  const [base, from] = triplet.mean < LEFT * straight.mean ? [3 as const, triplet] : [4 as const, straight];
  let [best, least]: [Grid, number] = [base, from.share];
  for (const grid of FINER[base] ?? []) {
    const { mean, share } = distanceFrom(places, grid, bend);
    if (mean < LEFT * from.mean && share < least) [best, least] = [grid, share];
  }
  return best;
}

/**
 * The notes of a row of uneven playing at the places of one grid, but for bars that clearly have another; how early or late
 * they are is in ms. Of two at one place the later is written where it sounds.
 */
export function placeEvenly(
  notes: readonly ArrivedNote[],
  bars: readonly Bar[],
  { tempos, swing, meters }: PlacedBy,
): { placed: PlacedNote[]; grids: Grid[] } {
  const barOf = barFinder(bars);
  const inBars = groupedBy(notes, ({ tick }) => barOf(tick));
  const bendOf = (nth: number): Bend => {
    const meter = meters[nth] ?? bars[nth]?.meter;
    return swing && meter ? (at) => swingOffset(at, swing, meter) : STRAIGHT;
  };
  const placesIn = (nth: number) => (inBars.get(nth) ?? []).map(({ tick }) => tick - (bars[nth]?.start ?? 0));
  const usual = evenGrid([...inBars.keys()].flatMap(placesIn), bendOf(0));
  const last = bars.at(-1);
  const end = last ? last.start + last.length : 0;
  const placed: PlacedNote[] = [];
  const grids: Grid[] = [];
  const taken = new Set<number>();
  for (const [nth, inBar] of inBars) {
    const bar = bars[nth];
    if (!bar) continue;
    const bend = bendOf(nth);
    const own = inBar.length >= FEWEST ? evenGrid(placesIn(nth), bend) : usual;
    const [was, is] = [usual, own].map((grid) => distanceFrom(placesIn(nth), grid, bend).mean);
    const grid = (is ?? 0) < LEFT * (was ?? 0) ? own : usual;
    const bent = isTuplet(grid) ? STRAIGHT : bend;
    grids.push(grid);
    for (const note of inBar) {
      const near = nearestPlace(note.tick - bar.start, gridTicks(grid), bent);
      const place = Math.min(bar.start + near, bar.start + bar.length);
      const late = ticksToMs(note.tick - place - bent(place - bar.start), tempoAt(tempos, place));
      const fits = Math.abs(late) <= FARTHEST_MS && place < end && !taken.has(place);
      let at = fits ? place : note.tick;
      while (taken.has(at)) at++;
      taken.add(at);
      placed.push({ ...note, at, offsetMs: fits ? late : 0 });
    }
  }
  return { placed, grids };
}
