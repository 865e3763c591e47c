import { FARTHEST_MS, type Hit, type Swing, type Voice } from '../../song/index.ts';
import { type Grid, gridTicks, isTuplet, type Meter, msToTicks, ticksToMs } from '../../time/index.ts';
import { swingOffset } from './swing.ts';

/** Everything that moves a hit off its written place. */
export interface Feel {
  readonly tempo: number;
  readonly meter: Meter;
  readonly swing: Swing;
}

/**
 * Where a hit is heard, in ticks (not rounded) from the same start as `tick`: swing by the voice's share (none on a
 * triplet row), then the voice's early/late, then the hit's own. `tick` counts from a bar line.
 */
export function heardPlace(
  tick: number,
  hit: Pick<Hit, 'offsetMs'>,
  voice: Voice,
  grid: Grid,
  feel: Feel,
): number {
  const swing = isTuplet(grid) ? 0 : (swingOffset(tick, feel.swing, feel.meter) * voice.swingShare) / 100;
  return tick + swing + msToTicks(voice.offsetMs + hit.offsetMs, feel.tempo);
}

/** A place as it is written: a grid place in ticks and how early or late it is played, in ms to a tenth. */
export interface WrittenPlace {
  readonly at: number;
  readonly offsetMs: number;
}

/** A hit that is neither early nor late. */
export const ON_TIME = { offsetMs: 0 };

/**
 * How to write what is heard at `tick` (from a bar line): the place of the row's grid, or of the one `onto`, that is heard
 * nearest to it, within `length` ticks, and the rest as early or late. It is the inverse of `heardPlace` wherever the rest is
 * within 100 ms.
 */
export function writtenPlace(
  tick: number,
  voice: Voice,
  grid: Grid,
  feel: Feel,
  length: number,
  onto: Grid = grid,
): WrittenPlace {
  const step = gridTicks(onto);
  // Adding 0 turns the -0 that rounds up from just before the start into 0.
  const middle = Math.round(tick / step) * step + 0;
  const heard = [middle - step, middle, middle + step]
    .filter((at) => at >= 0 && at < length)
    .map((at) => ({ at, off: tick - heardPlace(at, ON_TIME, voice, grid, feel) }))
    .sort((a, b) => Math.abs(a.off) - Math.abs(b.off))[0];
  if (!heard) return { at: 0, offsetMs: 0 };
  const ms = Math.round(ticksToMs(heard.off, feel.tempo) * 10) / 10;
  return { at: heard.at, offsetMs: Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, ms)) };
}
