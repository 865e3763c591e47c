import { barTicks, beatTicks, groupedBy, type Meter, modulo, PPQ } from '../../time/index.ts';
import type { IdentifiedHit } from '../hit/followed.ts';
import type { Id } from '../names.ts';

/** A stroke this near to a beat is on it, in ticks: a 64th. */
const ON = PPQ / 16;
/** A bar without a stroke on 2 and 4 has its backbeat on so many places at most, each at least so loud beside the loudest. */
const [MOST, BESIDE] = [2, 0.8];

/**
 * The strokes that carry the backbeat: in 4/4 those of snare, rim or clap on 2 and 4 that are at least as loud as the median
 * of their row; in a bar of another meter, or one that has none there, the loudest of them, on two places at most.
 * `backs` are the rows of snare, rim and clap. Source: the project's own rule of what a drummer keeps.
 */
export function backbeatsOf(
  hits: readonly IdentifiedHit[],
  backs: ReadonlySet<Id>,
  meter: Meter,
): ReadonlySet<Id> {
  const strokes = hits.filter((hit) => backs.has(hit.voice));
  const bar = barTicks(meter);
  const found = new Set<Id>();
  const medians = new Map([...backs].map((voice) => [voice, medianOf(strokes, voice)]));
  const isFourFour = meter.beats === 4 && meter.unit === 4;
  for (const of of groupedBy(strokes, ({ at }) => Math.floor(at / bar)).values()) {
    const onBeats = of.filter(
      (hit) =>
        isFourFour && isOnTwoOrFour(hit.at, meter) && hit.velocity >= (medians.get(hit.voice) ?? Infinity),
    );
    for (const { id } of onBeats.length ? onBeats : loudestOf(of)) found.add(id);
  }
  return found;
}

function isOnTwoOrFour(at: number, meter: Meter): boolean {
  const beat = beatTicks(meter);
  const off = modulo(at - beat, 2 * beat);
  return Math.min(off, 2 * beat - off) <= ON;
}

/** Strokes on the loudest places of a bar. */
function loudestOf(strokes: readonly IdentifiedHit[]): readonly IdentifiedHit[] {
  const loudness = new Map<number, number>();
  for (const { at, velocity } of strokes) loudness.set(at, Math.max(velocity, loudness.get(at) ?? 0));
  const places = [...loudness].sort(([a, x], [b, y]) => y - x || a - b);
  const least = (places[0]?.[1] ?? 0) * BESIDE;
  const kept = new Set(places.slice(0, MOST).flatMap(([at, loud]) => (loud >= least ? [at] : [])));
  return strokes.filter(({ at }) => kept.has(at));
}

function medianOf(strokes: readonly IdentifiedHit[], voice: Id): number {
  const sorted = strokes.flatMap((hit) => (hit.voice === voice ? [hit.velocity] : [])).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}
