import {
  beatTicks,
  type Grid,
  gridTicks,
  type Meter,
  metricalWeight,
  pulses,
  type Random,
} from '../../time/index.ts';

/** Weight of chance against the strength of a place when places are chosen. */
const CHANCE_WEIGHT = 0.9;

/** A place that a fill plays, in ticks, and the grid that it stands on. */
export interface FillPlace {
  readonly at: number;
  readonly grid: Grid;
}

/**
 * The places that a fill plays between `from` and `to` ticks: `busy` percent (0..100) of those of the note values, each
 * beat on one of them at random, strong places preferred. The first place is always among them, and what is played when
 * less busy is played when busier too. `from` counts from a bar line.
 */
export function fillPlaces(
  from: number,
  to: number,
  values: readonly Grid[],
  busy: number,
  meter: Meter,
  random: Random,
): FillPlace[] {
  const places: (FillPlace & { readonly score: number })[] = [];
  const span = pulses(meter).length < meter.beats ? beatTicks(meter) * 2 : beatTicks(meter);
  for (let start = from; start < to; start += span) {
    const grid = random.choose(values);
    for (let at = start; at < Math.min(start + span, to); at += gridTicks(grid))
      places.push({ at, grid, score: metricalWeight(at, meter) + random.next() * CHANCE_WEIGHT });
  }
  const [first, ...others] = places;
  if (!first) return [];
  const count = Math.max(0, Math.round((places.length * busy) / 100) - 1);
  const chosen = others.sort((a, b) => b.score - a.score).slice(0, count);
  return [first, ...chosen].map(({ at, grid }) => ({ at, grid })).sort((a, b) => a.at - b.at);
}
