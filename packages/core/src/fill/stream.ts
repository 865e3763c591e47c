import type { Random } from '../random/stream.ts';
import { gridTicks, type Grid } from '../time/grid.ts';
import type { Meter } from '../time/meter.ts';
import { PPQ } from '../time/ticks.ts';
import { metricalWeight } from '../time/weight.ts';

/** How likely a quarter of the take-over is to be played in triplets instead of 16ths. */
const TRIPLET_CHANCE = 0.18;
/** How much chance weighs against the strength of a place when choosing which places to play. */
const CHANCE_WEIGHT = 0.9;

/**
 * The places a fill plays between `from` and `to` ticks: `busy` percent (0..100) of the 16ths, or here and there of
 * the 16th triplets, preferring strong places. The first place is always among them. `from` counts from a bar line.
 */
export function fillPlaces(from: number, to: number, busy: number, meter: Meter, random: Random): number[] {
  const places: { at: number; score: number }[] = [];
  for (let quarter = from; quarter < to; quarter += PPQ) {
    const grid: Grid = random.chance(TRIPLET_CHANCE) ? 6 : 4;
    const end = Math.min(quarter + PPQ, to);
    for (let at = quarter; at < end; at += gridTicks(grid))
      places.push({ at, score: metricalWeight(at, meter) + random.next() * CHANCE_WEIGHT });
  }
  const [first, ...others] = places;
  if (!first) return [];
  const count = Math.max(0, Math.round((places.length * busy) / 100) - 1);
  const chosen = others.sort((a, b) => b.score - a.score).slice(0, count);
  return [first, ...chosen].map((place) => place.at).sort((a, b) => a - b);
}
