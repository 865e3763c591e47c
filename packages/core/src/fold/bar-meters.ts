import { barTicks, type Meter, meter as meterOf } from '../time/index.ts';
import type { Bar } from './arrived.ts';

/** A bar's meter as a section can have it; null where it cannot, as when the bar is cut short. */
export function sectionMeter({ meter: { beats, unit, groups }, length }: Bar): Meter | null {
  if (beats > 32 || (unit !== 2 && unit !== 4 && unit !== 8 && unit !== 16)) return null;
  const meter: Meter = { beats, unit, groups };
  return barTicks(meter) === length ? meter : null;
}

/** The meter that most bars of a file have. */
export function usualMeter(bars: readonly Bar[]): Meter {
  const counts = new Map<string, { meter: Meter; bars: number }>();
  for (const bar of bars) {
    const meter = sectionMeter(bar);
    if (!meter) continue;
    const key = `${meter.beats}/${meter.unit}`;
    const known = counts.get(key);
    if (known) known.bars++;
    else counts.set(key, { meter, bars: 1 });
  }
  const [usual] = [...counts.values()].sort((a, b) => b.bars - a.bars);
  return usual?.meter ?? meterOf(4, 4);
}
