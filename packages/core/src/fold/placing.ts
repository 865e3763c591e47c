import { swingOffset } from '../pattern/index.ts';
import { FARTHEST_MS, type Swing } from '../song/index.ts';
import {
  type BarMeter,
  type Grid,
  gridTicks,
  isTuplet,
  msToTicks,
  tempoAt,
  type TempoMap,
  ticksToMs,
} from '../time/index.ts';
import type { ArrivedNote, Bar } from './arrived.ts';

/** The grids that a row may be on, the coarsest first. */
const ROW_GRIDS: readonly Grid[] = [4, 3, 8, 6, 12];
/** Cost of each halving of a 16th, as a share: a finer grid fits more by chance. */
const FINER = 0.15;
/** Distances below this many ticks are rounding. */
const ROUNDING = 1;

/** A note at the place where it is written: in ticks of the file, with how early or late it is. */
export interface PlacedNote extends ArrivedNote {
  /** The grid place, or the very tick where none is near enough to tell it as early or late. */
  readonly at: number;
  readonly offsetMs: number;
}

/** Measures for places: the song's tempos, in which early and late are counted, its swing, the meter of each bar, and how. */
export interface PlacedBy {
  readonly tempos: TempoMap;
  readonly swing: Swing | null;
  readonly meters: readonly BarMeter[];
  readonly how?: 'exact' | 'groove plus feel';
}

/** Movement of a place of a bar, in ticks. */
export type Bend = (at: number) => number;
/** No movement. */
export const STRAIGHT: Bend = () => 0;

/** The place of a grid that is heard nearest to a tick of the bar. */
export function nearestPlace(tick: number, step: number, bend: Bend): number {
  const middle = Math.round(tick / step) * step;
  if (bend === STRAIGHT) return middle;
  const distance = (at: number) => Math.abs(tick - at - bend(at));
  return [middle - step, middle + step].reduce(
    (best, at) => (at >= 0 && distance(at) < distance(best) ? at : best),
    middle,
  );
}

/**
 * The grid of some places within a bar: the one with the least summed distance, a finer one than 16ths paying 15 % for each halving of
 * the step; 16ths where nothing tells. Straight grids are bent by the swing.
 */
export function gridOfPlaces(places: readonly number[], bend: Bend = STRAIGHT): Grid {
  let [best, least]: [Grid, number] = [4, Infinity];
  for (const grid of ROW_GRIDS) {
    const step = gridTicks(grid);
    const bent = isTuplet(grid) ? STRAIGHT : bend;
    const distance = places.reduce((sum, tick) => {
      const at = nearestPlace(tick, step, bent);
      return sum + Math.max(0, Math.abs(tick - at - bent(at)) - ROUNDING);
    }, 0);
    const cost =
      (distance + places.length * ROUNDING) * (1 + FINER) ** Math.max(0, Math.log2(gridTicks(4) / step));
    if (cost < least - 1e-9) [best, least] = [grid, cost];
  }
  return best;
}

/**
 * The notes of a row, one a tick at most, with the places where they are written, no two at one, each so that it sounds at the
 * very tick where it was. A place at which another note sounds is that note's; of two that are early or late at one place the
 * later is written where it sounds.
 */
export function placeRow(
  notes: readonly ArrivedNote[],
  bars: readonly Bar[],
  { tempos, swing, meters }: PlacedBy,
): { placed: PlacedNote[]; grids: Grid[] } {
  const placed: PlacedNote[] = [];
  const grids: Grid[] = [];
  const taken = new Set<number>();
  const heard = new Set(notes.map(({ tick }) => tick));
  let i = 0;
  for (const [nth, bar] of bars.entries()) {
    const end = bar.start + bar.length;
    const first = i;
    while ((notes[i]?.tick ?? Infinity) < end) i++;
    if (i === first) continue;
    const inBar = notes.slice(first, i);
    const bend: Bend = swing ? (at) => swingOffset(at, swing, meters[nth] ?? bar.meter) : STRAIGHT;
    const grid = gridOfPlaces(
      inBar.map(({ tick }) => tick - bar.start),
      bend,
    );
    const step = gridTicks(grid);
    grids.push(grid);
    const heardAt = (place: number) => place + bend(place - bar.start);
    const lateAt = (place: number, tick: number) =>
      Math.round(ticksToMs(tick - heardAt(place), tempoAt(tempos, place)) * 10) / 10 + 0;
    for (const note of inBar) {
      // A note just before a bar line belongs to the bar after it, if there is one.
      const place = Math.min(bar.start + nearestPlace(note.tick - bar.start, step, bend), end);
      const isLast = nth === bars.length - 1;
      const late = lateAt(place, note.tick);
      const fits =
        Math.abs(late) <= FARTHEST_MS &&
        Math.round(heardAt(place) + msToTicks(late, tempoAt(tempos, place))) === note.tick &&
        !(isLast && place === end) &&
        (place === note.tick || !heard.has(place)) &&
        !taken.has(place);
      const at = fits ? place : note.tick;
      taken.add(at);
      placed.push({ ...note, at, offsetMs: fits ? late : lateAt(at, note.tick) });
    }
  }
  return { placed, grids };
}

/** The grid that most bars of a row have; straight 16ths where no bar has any. */
export function usualGrid(grids: readonly Grid[]): Grid {
  const counts = new Map<Grid, number>();
  for (const grid of grids) counts.set(grid, (counts.get(grid) ?? 0) + 1);
  const [most] = [...counts].sort(([a, n], [b, m]) => m - n || Number(isTuplet(a)) - Number(isTuplet(b)));
  return most?.[0] ?? 4;
}
