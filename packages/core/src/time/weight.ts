import { barTicks, beatTicks, groupStarts, type Meter } from './meter.ts';
import { modulo, PPQ } from './ticks.ts';

/**
 * How strong a place is felt: bar start 1, group start 0.8, beat 0.6, half a beat 0.4, quarter of a beat 0.25,
 * triplet place 0.2, finer 0.1, anything off every grid 0.05. `tick` counts from a bar line.
 * @example metricalWeight(1920, meter(4, 4)) // => 0.8
 */
export function metricalWeight(tick: number, of: Meter): number {
  const inBar = modulo(tick, barTicks(of));
  const beat = beatTicks(of);
  if (inBar === 0) return 1;
  if (groupStarts(of).includes(inBar)) return 0.8;
  if (inBar % beat === 0) return 0.6;
  if (inBar % (beat / 2) === 0) return 0.4;
  if (inBar % (beat / 4) === 0) return 0.25;
  if (inBar % (PPQ / 6) === 0) return 0.2;
  if (inBar % (PPQ / 8) === 0 || inBar % (PPQ / 12) === 0) return 0.1;
  return 0.05;
}

/** True for a place at least as strong as a beat. */
export function isStrong(tick: number, of: Meter): boolean {
  return metricalWeight(tick, of) >= 0.6;
}
