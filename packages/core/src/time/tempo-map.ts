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
  const point = map.findLast((one) => one.tick <= tick) ?? map[0];
  if (!point) throw new RangeError(NO_TEMPO);
  return point.tempo;
}

/**
 * Seconds from 0 to `tick`, negative before it.
 * @example secondsAt([{ tick: 0, tempo: 120 }, { tick: 960, tempo: 60 }], 1920) // => 1.5
 */
export function secondsAt(map: TempoMap, tick: number): number {
  let seconds = 0;
  for (const [i, point] of map.entries()) {
    const next = map[i + 1];
    if (next && next.tick < tick) seconds += ticksToMs(next.tick - point.tick, point.tempo) / 1000;
    else return seconds + ticksToMs(tick - point.tick, point.tempo) / 1000;
  }
  return seconds;
}

/** The tick (not rounded) that is reached `seconds` after 0: the inverse of `secondsAt`. */
export function tickAtSeconds(map: TempoMap, seconds: number): number {
  let left = seconds;
  for (const [i, { tick, tempo }] of map.entries()) {
    const next = map[i + 1];
    const lasts = next ? ticksToMs(next.tick - tick, tempo) / 1000 : Infinity;
    if (left < lasts) return tick + msToTicks(left * 1000, tempo);
    left -= lasts;
  }
  throw new RangeError(NO_TEMPO);
}
