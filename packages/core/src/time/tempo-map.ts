import { cacheBy } from './cache.ts';
import { lastBefore } from './last-before.ts';
import { msToTicks, ticksToMs } from './ticks.ts';

/** A tempo in quarter notes a minute that holds from `tick` until the next one. */
export interface TempoPoint {
  readonly tick: number;
  readonly tempo: number;
}

/** Tempos in order of place, the first of them at 0. */
export type TempoMap = readonly TempoPoint[];

const NO_TEMPO = 'A tempo map has at least one tempo.';

/** The tempo that holds at `tick`; before 0 it is the first. Throws RangeError for a map without a tempo. */
export function tempoAt(map: TempoMap, tick: number): number {
  return pointBefore(map, (point) => point.tick <= tick).tempo;
}

/**
 * Seconds from 0 to `tick`, negative before it.
 * @example secondsAt([{ tick: 0, tempo: 120 }, { tick: 960, tempo: 60 }], 1920) // => 1.5
 */
export function secondsAt(map: TempoMap, tick: number): number {
  const point = pointBefore(timedCache(map), (one) => one.tick <= tick);
  return point.seconds + ticksToMs(tick - point.tick, point.tempo) / 1000;
}

/** The tick (not rounded) that is reached `seconds` after 0: the inverse of `secondsAt`. */
export function tickAtSeconds(map: TempoMap, seconds: number): number {
  const point = pointBefore(timedCache(map), (one) => one.seconds <= seconds);
  return point.tick + msToTicks((seconds - point.seconds) * 1000, point.tempo);
}

/** The tempos from one tick to another, counted from the first: the tempo that holds there, and those that come. */
export function tempoSlice(map: TempoMap, from: number, to: number): TempoMap {
  const later = map.filter(({ tick }) => tick > from && tick < to);
  return [{ tick: 0, tempo: tempoAt(map, from) }, ...later.map((one) => ({ ...one, tick: one.tick - from }))];
}

interface TimedPoint extends TempoPoint {
  /** When it is reached, from 0. */
  readonly seconds: number;
}

/** The points of a map with when each is reached, worked out once for each map: every note asks for it. */
const timedCache = cacheBy((map: TempoMap): readonly TimedPoint[] => {
  let seconds = 0;
  return map.map((point, i) => {
    const before = map[i - 1];
    if (before) seconds += ticksToMs(point.tick - before.tick, before.tempo) / 1000;
    return { ...point, seconds };
  });
});

/** The last point of those in order that `isBefore` holds for; the first where it holds for none. */
function pointBefore<T extends TempoPoint>(points: readonly T[], isBefore: (point: T) => boolean): T {
  const point = points[lastBefore(points, isBefore)];
  if (!point) throw new RangeError(NO_TEMPO);
  return point;
}
