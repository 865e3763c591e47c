import { secondsAt, type TempoMap, tickAtSeconds } from '@plucky/core/time';

/** A running position: at `time` seconds of audio it stood at `tick`, and it moves by `tempos`, looping or not. */
export interface Clock {
  readonly time: number;
  /** Counted on through the loops, so that it only grows. */
  readonly tick: number;
  readonly tempos: TempoMap;
  /** Length of what is played, in ticks. */
  readonly length: number;
  readonly loops: boolean;
}

/** Seconds that a running tick is from the start of the first round; every round takes the tempos anew. */
function runningSeconds({ tempos, length, loops }: Clock, tick: number): number {
  const rounds = loops && length ? Math.max(0, Math.floor(tick / length)) : 0;
  return rounds * secondsAt(tempos, length) + secondsAt(tempos, tick - rounds * length);
}

/** The running tick at a time, through the loops. */
export function runningTick(clock: Clock, time: number): number {
  const { tempos, length, loops } = clock;
  const seconds = runningSeconds(clock, clock.tick) + time - clock.time;
  const round = secondsAt(tempos, length);
  const rounds = loops && length ? Math.max(0, Math.floor(seconds / round)) : 0;
  return rounds * length + tickAtSeconds(tempos, seconds - rounds * round);
}

/** The time at which a running tick comes. */
export function timeOf(clock: Clock, tick: number): number {
  return clock.time + runningSeconds(clock, tick) - runningSeconds(clock, clock.tick);
}

/** The place within what is played, 0..length, or null when a play without loop has passed its end. */
export function placeAt(clock: Clock, time: number): number | null {
  const tick = Math.max(0, runningTick(clock, time));
  if (clock.loops) return clock.length ? tick % clock.length : 0;
  return tick >= clock.length ? null : tick;
}

/** One thing to be scheduled: the index of its event and its running tick. */
export interface Due {
  readonly index: number;
  readonly tick: number;
}

/** Which of the sorted event ticks fall due from running tick `from` up to `to`, over the loops between. */
export function dueBetween(ticks: readonly number[], clock: Clock, from: number, to: number): Due[] {
  const out: Due[] = [];
  if (!clock.length) return out;
  const first = clock.loops ? Math.floor(Math.max(0, from) / clock.length) : 0;
  const last = clock.loops ? Math.floor(Math.max(0, to) / clock.length) : 0;
  for (let cycle = first; cycle <= last; cycle++) {
    const offset = cycle * clock.length;
    for (let i = firstAtOrAfter(ticks, from - offset); i < ticks.length; i++) {
      const tick = (ticks[i] ?? 0) + offset;
      if (tick >= to) break;
      out.push({ index: i, tick });
    }
  }
  return out;
}

/** The index of the first of the sorted ticks that is not before `tick`. */
function firstAtOrAfter(ticks: readonly number[], tick: number): number {
  let [low, high] = [0, ticks.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ticks[middle] ?? 0) < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}
