import type { Hit, Swing, Voice } from '../song/records.ts';
import { isTriplet, type Grid } from '../time/grid.ts';
import type { Meter } from '../time/meter.ts';
import { msToTicks } from '../time/ticks.ts';
import { swingOffset } from './swing.ts';

/** What moves a hit off its written place. */
export interface Feel {
  readonly tempo: number;
  readonly meter: Meter;
  readonly swing: Swing;
}

/**
 * Where a hit is heard, in ticks (not rounded) from the same start as `tick`: swing by the voice's share (none on a
 * triplet row), then the voice's early/late, then the hit's own. `tick` counts from a bar line.
 */
export function heardPlace(tick: number, hit: Hit, voice: Voice, grid: Grid, feel: Feel): number {
  const swing = isTriplet(grid) ? 0 : (swingOffset(tick, feel.swing, feel.meter) * voice.swingShare) / 100;
  return tick + swing + msToTicks(voice.offsetMs + hit.offsetMs, feel.tempo);
}
